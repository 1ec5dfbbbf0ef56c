<script setup lang="ts">
import { computed } from 'vue'
import { bounds } from '@/ui/chart/bounds'
import { withUnit } from '@/ui/units'

/** Before and after on one line, with what is only measuring error around the first. */
const props = defineProps<{ before: number; after: number; error: number; unit: string }>()
const W = 380, H = 56, PAD = 26
const axis = computed(() => bounds([props.before - props.error * 1.4, props.before + props.error * 1.4, props.after], 4))
const x = (value: number) => PAD + ((value - axis.value.min) / (axis.value.max - axis.value.min || 1)) * (W - 2 * PAD)
const ticks = computed(() => {
  const { min, max, interval } = axis.value
  return Array.from({ length: Math.round((max - min) / interval) + 1 }, (_, n) => min + n * interval)
})
const label = computed(() => `before ${withUnit(props.before, props.unit)}, after ${withUnit(props.after, props.unit)}; measuring error ${withUnit(props.error, props.unit)}`)
</script>

<template>
  <svg :viewBox="`0 0 ${W} ${H}`" :width="W" :height="H" role="img" :aria-label="label">
    <rect :x="x(before - error)" y="16" :width="x(before + error) - x(before - error)" height="18" class="band" />
    <path :d="`M${PAD} 25 H${W - PAD}`" class="axis" />
    <g v-for="tick in ticks" :key="tick"><path :d="`M${x(tick)} 22 v6`" class="axis" /><text :x="x(tick)" y="46" text-anchor="middle">{{ Number(tick.toFixed(1)) }}</text></g>
    <path :d="`M${x(before)} 25 H${x(after)}`" class="way" />
    <circle :cx="x(before)" cy="25" r="5" class="ring" /><circle :cx="x(after)" cy="25" r="5.5" class="dot" />
    <text :x="x(before)" y="11" text-anchor="middle">before</text>
    <text v-if="Math.abs(x(after) - x(before)) > 44" :x="x(after)" y="11" text-anchor="middle" class="after">after</text>
  </svg>
</template>

<style scoped>
svg { max-width: 100%; display: block; }
.band { fill: var(--river); opacity: 0.15; }
.axis { stroke: var(--line-strong); fill: none; }
.way { stroke: var(--river); stroke-width: 2.4; }
.ring { fill: var(--card); stroke: var(--river); stroke-width: 2; }
.dot { fill: var(--river); }
text { font-size: 11.5px; fill: var(--ink-2); }
.after { font-weight: 600; fill: var(--river); }
</style>
