<script setup lang="ts">
import { computed, ref, useId } from 'vue'
import { minutesWords, place, runs, spans, type Stretch } from './tape'

/** A session drawn as a measuring tape: ticks each ten seconds, a stroke where a drill begins, a notch where the side changes. */
const props = defineProps<{
  stretches: Stretch[]
  drills: { title: string; phase: string }[]
  /** seconds there are; the tape is at least this long and what is left stays blank */
  available?: number | null
  /** seconds into the session: the tape runs under a fixed pointer */
  pointer?: number | null
  current?: number | null
  width?: number
  /** a low tape without figures, to lay several side by side */
  slim?: boolean
  /** drills can be opened and dragged */
  handles?: boolean
}>()
const emit = defineEmits<{ pick: [index: number]; move: [from: number, to: number] }>()

const id = useId()
const placed = computed(() => place(props.stretches))
const used = computed(() => placed.value.at(-1)?.end ?? 0)
const length = computed(() => Math.max(used.value, props.available ?? 0, 60))
const width = computed(() => props.width ?? 720)
const running = computed(() => props.pointer !== undefined && props.pointer !== null)
const scale = computed(() => (running.value ? 1.1 : (width.value - 24) / length.value))
const pointerX = computed(() => width.value * 0.3)
const shift = computed(() => (running.value ? pointerX.value - (props.pointer ?? 0) * scale.value : 12))
const bands = computed(() => runs(placed.value))
const notches = computed(() => placed.value.filter((s) => s.kind === 'change'))
const gaps = computed(() => placed.value.filter((s) => s.index === null))
const ticks = computed(() => Array.from({ length: Math.floor(length.value / 10) + 1 }, (_, i) => i * 10))
const step = computed(() => (length.value > 1500 && !running.value ? 300 : 60))
const texture = (index: number) => `url(#${id}-${props.drills[index]?.phase ?? 'settle'})`
const height = computed(() => (props.slim ? 52 : 74))
const dragged = ref<{ index: number; from: number; by: number } | null>(null)

/** The drill under a shift of the dragged one, by the middle of its band. */
function under(): number | null {
  const held = dragged.value
  const band = bands.value.find((b) => b.index === held?.index)
  if (!held || !band) return null
  const middle = (band.start + band.end) / 2 + held.by
  return bands.value.find((b) => middle >= b.start && middle < b.end)?.index ?? (middle < 0 ? 0 : bands.value.length - 1)
}

function take(event: PointerEvent, index: number): void {
  if (!props.handles) return
  ;(event.target as Element).setPointerCapture(event.pointerId)
  dragged.value = { index, from: event.clientX, by: 0 }
}

function drag(event: PointerEvent): void {
  if (dragged.value) dragged.value.by = (event.clientX - dragged.value.from) / scale.value
}

function drop(): void {
  const held = dragged.value
  if (!held) return
  const to = under()
  dragged.value = null
  if (Math.abs(held.by) * scale.value < 6) emit('pick', held.index)
  else if (to !== null && to !== held.index) emit('move', held.index, to)
}

const summary = computed(() => {
  const parts = spans(placed.value).map((b) => `${b.index + 1} ${props.drills[b.index]?.title}, ${minutesWords(b.end - b.start)}`)
  return `${minutesWords(used.value)} in all: ${parts.join('; ')}`
})
</script>

<template>
  <svg class="tape" :viewBox="`0 0 ${width} ${height}`" :width="width" :height="height" role="img" :aria-label="summary">
    <defs>
      <pattern :id="`${id}-settle`" width="7" height="7" patternUnits="userSpaceOnUse"><circle cx="2" cy="3" r="0.9" /></pattern>
      <pattern :id="`${id}-release`" width="8" height="8" patternUnits="userSpaceOnUse"><path d="M0 8 L8 0" /></pattern>
      <pattern :id="`${id}-mobilise`" width="14" height="8" patternUnits="userSpaceOnUse"><path d="M0 4 q3.5 -5 7 0 t7 0" /></pattern>
      <pattern :id="`${id}-lengthen`" width="12" height="6" patternUnits="userSpaceOnUse"><path d="M0 3 H12" /></pattern>
      <pattern :id="`${id}-activate`" width="6" height="10" patternUnits="userSpaceOnUse"><path d="M3 1 V9" /></pattern>
      <pattern :id="`${id}-strengthen`" width="8" height="8" patternUnits="userSpaceOnUse"><path d="M0 0 L8 8 M8 0 L0 8" /></pattern>
      <pattern :id="`${id}-integrate`" width="10" height="8" patternUnits="userSpaceOnUse"><path d="M1 1 L5 4 L1 7" /></pattern>
    </defs>
    <g :transform="`translate(${shift} 0)`">
      <rect x="0" y="14" :width="length * scale" height="36" class="body" />
      <g v-for="band in bands" :key="band.start">
        <rect :x="band.start * scale" y="15" :width="(band.end - band.start) * scale" height="18" :fill="texture(band.index)" class="texture" />
        <rect v-if="band.index === current" :x="band.start * scale" y="8" :width="(band.end - band.start) * scale" height="4" class="now" />
        <path :d="`M${band.start * scale} 12 V 50`" class="begin" />
      </g>
      <rect v-for="gap in gaps" :key="`g${gap.start}`" :x="gap.start * scale" y="15" :width="gap.seconds * scale" height="34" class="gap" />
      <path v-for="notch in notches" :key="`n${notch.start}`" class="notch"
        :d="`M${(notch.start + notch.seconds / 2) * scale - 6} 14 l6 9 l6 -9 z`" />
      <path v-for="tick in ticks" :key="tick" class="tick" :d="`M${tick * scale} ${tick % 60 ? 44 : 38} V 50`" />
      <text v-for="tick in slim ? [] : ticks.filter((t) => t % step === 0)" :key="`t${tick}`" :x="tick * scale" y="66" text-anchor="middle">{{ tick / 60 }}</text>
      <path v-if="used < length" :d="`M${used * scale} 12 V 50`" class="begin" />
      <g v-for="band in bands" :key="`c${band.start}`" :class="{ current: band.index === current }" class="number">
        <circle :cx="band.start * scale + (slim ? 7 : 12)" cy="26" :r="slim ? 6.5 : 9.5" />
        <text :x="band.start * scale + (slim ? 7 : 12)" :y="slim ? 29.5 : 30.5" :class="{ slim }" text-anchor="middle">{{ band.index + 1 }}</text>
      </g>
      <template v-if="handles">
        <rect v-if="dragged" :x="((bands.find((b) => b.index === dragged?.index)?.start ?? 0) + dragged.by) * scale" y="10" :width="(((bands.find((b) => b.index === dragged?.index)?.end ?? 0) - (bands.find((b) => b.index === dragged?.index)?.start ?? 0))) * scale" height="44" class="held" />
        <rect v-for="band in bands" :key="`h${band.start}`" :x="band.start * scale" y="4" :width="(band.end - band.start) * scale" height="54" class="handle" @pointerdown="take($event, band.index)" @pointermove="drag" @pointerup="drop" @pointercancel="dragged = null"><title>{{ drills[band.index]?.title }}</title></rect>
      </template>
    </g>
    <path v-if="running" :d="`M${pointerX} 2 V 58`" class="pointer" />
  </svg>
</template>

<style scoped>
.tape { display: block; max-width: 100%; font-family: var(--sans); }
.body { fill: var(--tape); stroke: var(--tape-edge); }
.texture { opacity: 0.75; }
pattern path { stroke: #6f7f78; stroke-width: 1; fill: none; }
pattern circle { fill: #6f7f78; }
.begin { stroke: var(--ink); stroke-width: 1.8; }
.handle { fill: transparent; cursor: grab; touch-action: none; }
.held { fill: var(--river-soft); stroke: var(--river); stroke-width: 2; opacity: 0.8; pointer-events: none; }
.now { fill: var(--river); }
.gap { fill: var(--tape); }
.tick { stroke: var(--ink); stroke-width: 0.8; }
.notch { fill: var(--card); stroke: var(--tape-edge); }
text { font-size: 12px; fill: var(--ink-2); }
.number circle { fill: var(--card); stroke: var(--river); }
.number text.slim { font-size: 9.5px; }
.number text { font-weight: 600; fill: var(--ink); }
.number.current circle { fill: var(--river); }
.number.current text { fill: #fff; }
.pointer { stroke: var(--ink); stroke-width: 3; }
</style>
