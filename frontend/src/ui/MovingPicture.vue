<script setup lang="ts">
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import DrillPicture from './DrillPicture.vue'
import { motionOf, stepAt, type Motion } from './pictures'

/** A drill moving at its own tempo, with a pause; two stills where motion is not wanted or not to be had. */
const props = defineProps<{ picture: string; side: string; place?: string; alt: string; /** without its switch */ bare?: boolean }>()
const motion = ref<Motion | null>(null)
const still = ref(matchMedia('(prefers-reduced-motion: reduce)').matches)
const running = ref(true)
const seconds = ref(0)
let frame = 0
let last = 0

const shown = computed(() => (motion.value ? stepAt(motion.value, seconds.value) : null))
const shape = computed(() => motion.value?.viewbox.split(' ').slice(2).join(' / '))
const moves = computed(() => (motion.value?.steps.length ?? 0) > 1)

function tick(now: number): void {
  if (last) seconds.value += Math.min(0.1, (now - last) / 1000)
  last = now
  frame = requestAnimationFrame(tick)
}

function play(on: boolean): void {
  cancelAnimationFrame(frame)
  last = 0
  running.value = on
  if (on) frame = requestAnimationFrame(tick)
}

watch(() => [props.picture, props.side, props.place], async (now) => {
  motion.value = null
  seconds.value = 0
  try {
    const found = await motionOf({ picture: props.picture, side: props.side, place: props.place })
    if (now.join() !== [props.picture, props.side, props.place].join()) return
    motion.value = found
    if (!still.value && found.steps.length > 1) play(true)
  } catch {
    still.value = true
  }
}, { immediate: true })
onBeforeUnmount(() => cancelAnimationFrame(frame))
</script>

<template>
  <figure class="moving">
    <template v-if="still">
      <div class="stills">
        <DrillPicture :picture="picture" :side="side" :place="place" pose="start" :alt="`Start of the movement`" />
        <DrillPicture :picture="picture" :side="side" :place="place" :alt="alt" />
      </div>
      <button v-if="moves && !bare" type="button" class="small" @click="still = false; play(true)">Show it moving</button>
    </template>
    <template v-else-if="motion">
      <!-- eslint-disable-next-line vue/no-v-html -- drawn by our own server from numbers alone -->
      <svg class="film" :viewBox="motion.viewbox" :style="{ aspectRatio: shape }" role="img" :aria-label="alt" stroke-linejoin="round" stroke-linecap="round" v-html="motion.steps[shown?.step ?? 0]" />
      <figcaption v-if="moves && !bare" class="small">
        <button type="button" class="small" :aria-pressed="!running" @click="play(!running)">{{ running ? 'Hold the picture' : 'Let it move' }}</button>
        <span class="quiet" aria-hidden="true">{{ shown?.held ? 'hold' : '' }}</span>
      </figcaption>
    </template>
    <DrillPicture v-else :picture="picture" :side="side" :place="place" :alt="alt" eager />
  </figure>
</template>

<style scoped>
.moving { margin: 0; }
.film { display: block; width: 100%; background: var(--card); }
.stills { display: grid; grid-template-columns: 1fr 1fr; gap: 4px; }
figcaption { display: flex; align-items: center; justify-content: space-between; gap: 0.5rem; min-height: 44px; }
button { min-height: 44px; border: 0; background: none; font: inherit; font-size: 0.875rem; color: var(--river); text-decoration: underline; cursor: pointer; padding: 0 0.4rem; }
</style>
