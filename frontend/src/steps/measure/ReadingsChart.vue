<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'
import type { Schemas } from '@/api/client'
import { paint } from '@/ui/chart/paint'
import { shortDate } from '@/ui/dates'
import { withUnit } from '@/ui/units'
import { readingsOption } from './readingsOption'

/** Earlier readings of the test with what is only measuring error, and what is usual; one reading is no course yet. */
const props = defineProps<{ test: Schemas['TestOut'] }>()
const EChart = defineAsyncComponent(() => import('@/ui/chart/EChart.vue'))
const HEIGHT = 176
const taken = computed(() => props.test.sides.filter((side) => side.series.length))
const long = computed(() => taken.value.some((side) => side.series.length > 1))
const told = computed(() => taken.value.map((side) => `${side.side === 'both' ? '' : `${side.side}: `}${side.series.map((p) => `${shortDate(p.date)} ${withUnit(p.value, props.test.unit)}`).join(', ')}`).join('; '))
</script>

<template>
  <section v-if="taken.length" aria-label="Over time">
    <p class="head"><strong>Over time</strong> <span class="small quiet">{{ long ? `shaded: what is only measuring error, ${withUnit(test.error.in_use, test.unit)}` : 'first reading; the next one shows a change' }}</span></p>
    <EChart v-if="long" :option="readingsOption(test, paint())" :height="HEIGHT" :label="`${test.name} over time. ${told}. A change of up to ${withUnit(test.error.in_use, test.unit)} is not real.`" />
    <table class="visually-hidden"><caption>{{ test.name }} over time</caption>
      <tbody><template v-for="side in taken" :key="side.side"><tr v-for="p in side.series" :key="`${side.side}${p.date}${p.state}`"><th scope="row">{{ shortDate(p.date) }}</th><td>{{ side.side }}</td><td>{{ withUnit(p.value, test.unit) }}</td></tr></template></tbody></table>
  </section>
</template>

<style scoped>
.head { display: flex; justify-content: space-between; gap: 1rem; align-items: baseline; }
</style>
