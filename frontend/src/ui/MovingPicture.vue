<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import DrillPicture from './DrillPicture.vue'
import { motionOf, stepAt, type Motion } from './pictures'

/** A drill moving at its own tempo, with a pause; two stills where motion is not wanted or not to be had. */
const props = defineProps<{ picture: string; side: string; place?: string; alt: string; /** without its switch */ bare?: boolean }>()
const motion = ref<Motion | null>(null)
const still = ref(matchMedia('(prefers-reduced-motion: reduce)').matches)
const running = ref(true)
const shown = ref<ReturnType<typeof stepAt>>({ step: 0, held: null })
/** A film has some ten steps a second at most: to look at each frame of the screen would only warm a phone. */
const LOOK_MS = 50
let seconds = 0
let looking: ReturnType<typeof setInterval> | undefined
let last = 0

const shape = computed(() => motion.value?.viewbox.split(' ').slice(2).join(' / '))
const moves = computed(() => (motion.value?.steps.length ?? 0) > 1)

function show(film: Motion): void {
  const now = stepAt(film, seconds)
  if (now.step !== shown.value.step || now.held !== shown.value.held) shown.value = now
}

function look(): void {
  const now = performance.now()
  seconds += Math.min(0.1, (now - last) / 1000)
  last = now
  if (motion.value) show(motion.value)
}

function play(on: boolean): void {
  clearInterval(looking)
  running.value = on
  if (!on) return
  last = performance.now()
  looking = setInterval(look, LOOK_MS)
}

watch(() => [props.picture, props.side, props.place], async (_now, _before, onCleanup) => {
  let over = false // another picture is shown by then, or none
  onCleanup(() => {
    over = true
    clearInterval(looking)
  })
  motion.value = null
  seconds = 0
  try {
    const found = await motionOf({ picture: props.picture, side: props.side, place: props.place })
    if (over) return
    motion.value = found
    show(found)
    if (!still.value && found.steps.length > 1) play(true)
  } catch {
    if (!over) still.value = true
  }
}, { immediate: true })
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
      <svg class="film" :viewBox="motion.viewbox" :style="{ aspectRatio: shape }" role="img" :aria-label="alt" stroke-linejoin="round" stroke-linecap="round" v-html="motion.steps[shown.step]" />
      <figcaption v-if="moves && !bare" class="small">
        <button type="button" class="small" :aria-pressed="!running" @click="play(!running)">{{ running ? 'Hold the picture' : 'Let it move' }}</button>
        <span class="quiet" aria-hidden="true">{{ shown.held ? 'hold' : '' }}</span>
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
