<script setup lang="ts">
import { computed, onUnmounted, ref } from 'vue'
import type { Schemas } from '@/api/client'

/** A watch for holds, walks and counts: it runs up, or down from its seconds; a held time becomes the reading. */
const props = defineProps<{ timer: Schemas['TimerOut']; /** the seconds are the reading */ keeps: boolean }>()
const emit = defineEmits<{ seconds: [value: number] }>()
const TENTH = 100
const startedAt = ref<number | null>(null)
const now = ref(0)
const stopped = ref<number | null>(null)
let ticking: ReturnType<typeof setInterval> | undefined
onUnmounted(() => clearInterval(ticking))

const passed = computed(() => (startedAt.value === null ? (stopped.value ?? 0) : (now.value - startedAt.value) / 1000))
const shown = computed(() => (props.timer.runs === 'down' ? Math.max(0, Math.ceil((props.timer.seconds ?? 0) - passed.value)) : Math.round(passed.value * 10) / 10))
const over = computed(() => props.timer.runs === 'down' && passed.value >= (props.timer.seconds ?? 0))

function start(): void {
  stopped.value = null
  startedAt.value = now.value = performance.now()
  clearInterval(ticking)
  ticking = setInterval(() => {
    now.value = performance.now()
    if (props.timer.seconds && passed.value >= props.timer.seconds) stop()
  }, TENTH)
}

function stop(): void {
  if (startedAt.value === null) return
  now.value = performance.now()
  const seconds = Math.min(passed.value, props.timer.seconds ?? Infinity)
  clearInterval(ticking)
  startedAt.value = null
  stopped.value = seconds
  if (props.keeps && props.timer.runs === 'up') emit('seconds', Math.round(seconds * 10) / 10)
}
</script>

<template>
  <div class="timer">
    <output class="count" :class="{ over }" aria-live="off">{{ shown }}<span class="small"> s</span></output>
    <button v-if="startedAt === null" type="button" class="act" @click="start">{{ stopped === null ? 'Start the watch' : 'Again' }}</button>
    <button v-else type="button" class="act next" @click="stop">Stop</button>
    <span v-if="over" class="small" role="status"><strong>Time.</strong> Type how many.</span>
    <span v-else-if="stopped !== null && keeps" class="small quiet" role="status">kept as a reading</span>
  </div>
</template>

<style scoped>
.timer { display: flex; gap: 0.8rem; align-items: center; }
.count { font-size: 1.9rem; font-weight: 600; min-width: 5rem; font-variant-numeric: tabular-nums; }
</style>
