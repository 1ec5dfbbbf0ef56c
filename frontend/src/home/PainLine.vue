<script setup lang="ts">
import { computed } from 'vue'
import { dayAndDate, noon } from './dates'
import { say } from './words'

/** Two weeks of one pain as a line; a day of which nothing is known breaks it. Its numbers stand in a table for the ear. */
const props = defineProps<{ title: string; days: readonly { date: string; pain: number | null }[] }>()
const [WIDTH, HEIGHT, LEFT] = [300, 74, 12]
const x = (n: number): number => LEFT + (n * (WIDTH - 2 * LEFT)) / Math.max(1, props.days.length - 1)
const y = (pain: number): number => HEIGHT - 8 - pain * 5.4
const points = computed(() => props.days.flatMap(({ pain }, n) => (pain === null ? [] : [{ n, pain }])))
const lines = computed(() => points.value.slice(1).flatMap((to, k) => {
  const from = points.value[k]!
  return to.n - from.n <= 3 ? [`M${x(from.n)} ${y(from.pain)} L${x(to.n)} ${y(to.pain)}`] : []
}))
const named = computed(() => new Set([points.value[0]?.n, points.value.at(-1)?.n, points.value.reduce((most, one) => (one.pain > (most?.pain ?? -1) ? one : most), points.value[0])?.n]))
const shown = (date: string): string => dayAndDate(noon(date))
</script>

<template>
  <section class="line">
    <p class="head"><strong>{{ title }}</strong><span class="quiet">{{ say.course.span }}</span></p>
    <p v-if="!points.length" class="quiet">{{ say.course.none }}</p>
    <template v-else>
      <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" aria-hidden="true">
        <path :d="`M${LEFT - 6} ${y(0)} H${WIDTH - LEFT + 6}`" class="floor" /><text :x="WIDTH" :y="y(0) - 3" text-anchor="end" class="faint">{{ say.pain.none }}</text>
        <path v-for="one in lines" :key="one" :d="one" class="pain" />
        <g v-for="one in points" :key="one.n"><circle :cx="x(one.n)" :cy="y(one.pain)" r="3.6" /><text v-if="named.has(one.n)" :x="x(one.n)" :y="y(one.pain) - 7" text-anchor="middle">{{ one.pain }}</text></g>
      </svg>
      <table class="visually-hidden"><thead><tr><th>{{ say.course.day }}</th><th>{{ say.course.pain }}</th></tr></thead><tbody><tr v-for="day in days.filter(({ pain }) => pain !== null)" :key="day.date"><td>{{ shown(day.date) }}</td><td>{{ day.pain }}</td></tr></tbody></table>
    </template>
  </section>
</template>

<style scoped>
.line { background: var(--card); border: 1px solid var(--line); border-radius: 10px; padding: 0.8rem 1rem; display: grid; gap: 0.3rem; }
.head { display: flex; justify-content: space-between; }
svg { width: 100%; display: block; }
.floor { stroke: var(--line-strong); fill: none; }
.pain { stroke: var(--river); stroke-width: 2; fill: none; }
circle { fill: var(--river); }
text { font: 600 11px var(--sans); fill: var(--ink); }
.faint { font-weight: 400; fill: var(--ink-2); }
</style>
