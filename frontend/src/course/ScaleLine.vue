<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { linePoints } from './outcomes'

/** One scale over time with the band of its error; its figures stand as words beside it. */
const props = defineProps<{ course: Schemas['OutcomeCourse']; scale?: Schemas['ScaleAsked'] }>()
const [WIDTH, HEIGHT] = [150, 40]
const drawn = computed(() => linePoints(props.course, props.scale, WIDTH, HEIGHT))
const path = computed(() => drawn.value.points.map(({ x, y }) => `${x},${y}`).join(' '))
</script>

<template>
  <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" :width="WIDTH" :height="HEIGHT" aria-hidden="true">
    <rect class="band" x="0" :width="WIDTH" :y="drawn.band.y" :height="drawn.band.height" />
    <polyline :points="path" />
    <circle v-for="(one, n) in drawn.points" :key="n" :cx="one.x" :cy="one.y" r="3.2" />
  </svg>
</template>

<style scoped>
svg { display: block; background: var(--card); border: 1px solid var(--line); }
.band { fill: var(--river); opacity: 0.14; }
polyline { fill: none; stroke: var(--river); stroke-width: 1.8; }
circle { fill: var(--river); }
</style>
