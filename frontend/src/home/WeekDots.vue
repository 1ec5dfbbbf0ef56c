<script setup lang="ts">
import { computed } from 'vue'
import type { HomeSchemas } from '@/api/client'
import { noon, weekday } from './dates'
import { planned, stateOf, weekDone, weekOf } from './week'
import { say } from './words'

/** The week in marks: done, due, rest, stopped, not done. Each mark has its words. */
const props = defineProps<{ sheet: HomeSchemas['HomeSheet'] }>()
const days = computed(() => weekOf(props.sheet.today))
const rows = computed(() => Math.max(1, ...days.value.map((day) => planned(props.sheet, day)), ...props.sheet.days.filter(({ date }) => days.value.includes(date)).map((day) => day.done)))
const count = computed(() => weekDone(props.sheet))
const names = computed(() => (rows.value === 1 ? [say.week.one] : rows.value === 2 ? say.week.two : rows.value === 3 ? say.week.three : say.week.names))
const short = (day: string): string => long(day).slice(0, 2)
const long = (day: string): string => weekday(noon(day))
const MARKS = { done: '✓', stop: '×', rest: '', due: '', missed: '', none: '' } as const
</script>

<template>
  <section class="week">
    <p class="head"><strong>{{ say.week.title }}</strong><span class="quiet">{{ say.week.done(count.done, count.of) }}</span></p>
    <table>
      <thead><tr><td></td><th v-for="day in days" :key="day" scope="col" :class="{ now: day === sheet.today }"><span class="visually-hidden">{{ long(day) }}</span><span aria-hidden="true">{{ short(day) }}</span></th></tr></thead>
      <tbody>
        <tr v-for="n in rows" :key="n">
          <th scope="row" class="small">{{ names[n - 1] }}</th>
          <td v-for="day in days" :key="day" :class="{ now: day === sheet.today }"><span class="mark" :class="stateOf(sheet, day, n - 1)" aria-hidden="true">{{ MARKS[stateOf(sheet, day, n - 1)] }}</span><span class="visually-hidden">{{ say.week.state[stateOf(sheet, day, n - 1)] }}</span></td>
        </tr>
      </tbody>
    </table>
    <p v-if="days.some((day) => stateOf(sheet, day, 0) === 'rest')" class="small quiet">{{ say.week.rest }}</p>
  </section>
</template>

<style scoped>
.week { background: var(--card); border: 1px solid var(--line); border-radius: 10px; padding: 0.8rem 1rem; display: grid; gap: 0.4rem; }
.head { display: flex; justify-content: space-between; }
table { border-collapse: collapse; width: 100%; table-layout: fixed; }
th, td { text-align: center; font-weight: 400; padding: 0.2rem 0; }
thead td, tbody th { width: 4.6rem; text-align: left; }
.now { background: var(--river-soft); }
thead .now { font-weight: 600; border-radius: 6px 6px 0 0; }
.mark { display: inline-grid; place-items: center; width: 20px; height: 20px; border-radius: 50%; border: 2px solid transparent; font-size: 13px; line-height: 1; font-weight: 600; vertical-align: middle; }
.done { background: var(--river); color: #fff; }
.stop { border-color: var(--clay); color: var(--clay); }
.due { border-color: var(--river); }
.missed { border: 2px dashed var(--line-strong); }
.rest::after { content: ''; width: 13px; height: 3px; background: var(--ink-2); }
.none::after { content: ''; width: 5px; height: 5px; border-radius: 50%; background: var(--line-strong); }
</style>
