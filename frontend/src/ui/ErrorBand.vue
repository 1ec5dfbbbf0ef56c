<script setup lang="ts">
import { computed } from 'vue'
import { shortDate } from './dates'
import { withUnit } from './units'

/** A series of values with the band inside which a change is not real; a point outside it is what the eye finds. */
const props = defineProps<{ points: { date: string; value: number }[]; mdc: number; unit: string; reference?: number | null }>()
const W = 250, H = 86, PAD = 10
const base = computed(() => props.points[0]?.value ?? 0)
const range = computed(() => {
  const all = [...props.points.map((p) => p.value), base.value - props.mdc, base.value + props.mdc, ...(props.reference === null || props.reference === undefined ? [] : [props.reference])]
  const low = Math.min(...all), high = Math.max(...all)
  return { low: low - 1, high: high + 1 }
})
const y = (value: number) => PAD + ((range.value.high - value) / (range.value.high - range.value.low)) * (H - 2 * PAD)
const x = (index: number) => (props.points.length < 2 ? W / 2 : 16 + (index * (W - 32)) / (props.points.length - 1))
const outside = (value: number) => Math.abs(value - base.value) > props.mdc
const words = computed(() => props.points.map((p) => `${shortDate(p.date)} ${withUnit(p.value, props.unit)}${outside(p.value) ? ', a real change' : ''}`).join('; '))
</script>

<template>
  <svg :viewBox="`0 0 ${W} ${H}`" :width="W" :height="H" role="img" :aria-label="`${words}; a change inside ${withUnit(mdc, unit)} is not real`">
    <rect x="0" :y="y(base + mdc)" :width="W" :height="y(base - mdc) - y(base + mdc)" class="band" />
    <path v-if="reference !== null && reference !== undefined" :d="`M0 ${y(reference)} H${W}`" class="reference" />
    <path :d="points.map((p, n) => `${n ? 'L' : 'M'}${x(n)} ${y(p.value)}`).join(' ')" class="line" />
    <g v-for="(p, n) in points" :key="n" :class="{ outside: outside(p.value) }">
      <circle :cx="x(n)" :cy="y(p.value)" :r="outside(p.value) ? 5.5 : 3.5" />
      <text v-if="n === points.length - 1 || outside(p.value)" :x="Math.min(x(n), W - 18)" :y="y(p.value) < 24 ? y(p.value) + 18 : y(p.value) - 8" text-anchor="middle">{{ Number(p.value.toFixed(1)) }}</text>
    </g>
  </svg>
</template>

<style scoped>
svg { max-width: 100%; display: block; background: var(--card); border: 1px solid var(--line); }
.band { fill: var(--tape); stroke: var(--tape-edge); stroke-dasharray: 3 3; }
.reference { stroke: var(--ink-2); stroke-width: 1; stroke-dasharray: 8 3; }
.line { fill: none; stroke: var(--ink-2); stroke-width: 1.2; }
circle { fill: var(--card); stroke: var(--ink-2); stroke-width: 1.6; }
.outside circle { fill: var(--river); stroke: var(--river); }
text { font-size: 12px; fill: var(--ink); font-weight: 600; }
</style>
