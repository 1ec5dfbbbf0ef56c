<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { shortDate } from '@/ui/dates'
import { daysBetween } from '@/ui/chart/days'
import { paint } from '@/ui/chart/paint'
import PickOne from '@/ui/PickOne.vue'
import { withUnit } from '@/ui/units'
import { changeWords, counted, sticks } from './course'
import { courseOption, layout, stickWords } from './courseOption'

/** Better or worse, and since when: a range, pain and the weeks over time; the tables beneath hold every figure for those who do not see it. */
const props = defineProps<{
  course: Schemas['CourseOut']
  sessions: Schemas['SessionOut'][]
  today: string
  /** one drill alone */
  drill?: Schemas['DrillResponse']
}>()
const EChart = defineAsyncComponent(() => import('@/ui/chart/EChart.vue'))
const SHORT = 42
const whole = ref(false)
const picked = ref('')

const keyOf = (range: Schemas['RangeOut']) => `${range.measure} ${range.side}`
const range = computed(() => props.course.ranges.find((r) => keyOf(r) === picked.value) ?? props.course.ranges[0] ?? null)
const rangeName = (one: Schemas['RangeOut']) => `${one.name}${one.side === 'both' ? '' : `, ${one.side}`}`
const all = computed(() => sticks(props.sessions, props.drill))
const begun = computed(() => [props.course.versions[0]?.date, all.value[0]?.date, range.value?.readings[0]?.date].filter((d) => d !== undefined).sort()[0] ?? props.today)
const long = computed(() => daysBetween(begun.value, props.today) > SHORT)
const first = computed(() => {
  if (whole.value || !long.value) return begun.value
  const day = new Date(`${props.today}T12:00:00`)
  day.setDate(day.getDate() - SHORT)
  return day.toISOString().slice(0, 10)
})
const inSight = <T extends { date: string }>(rows: readonly T[]) => rows.filter((one) => one.date >= first.value)
const shown = computed(() => ({
  range: props.drill ? null : rangeInSight.value,
  sticks: inSight(all.value), versions: inSight(props.course.versions),
  rests: props.course.rests.filter((r) => r.last >= first.value), weeks: props.drill ? [] : props.course.weeks.filter((w) => w.first >= first.value),
  limit: props.drill?.limit ?? null, first: first.value, today: props.today,
}))
/** the last reading before what is in sight is drawn at its edge, so that the line does not begin in the air */
const rangeInSight = computed(() => {
  if (!range.value) return null
  const before = range.value.readings.filter((r) => r.date < first.value).at(-1)
  const within = inSight(range.value.readings)
  return { ...range.value, readings: before ? [{ ...before, date: first.value }, ...within] : within }
})
const option = computed(() => courseOption(shown.value, paint()))
const height = computed(() => layout(shown.value).height)
const label = computed(() => {
  const one = range.value
  const measured = props.drill || !one ? '' : `${rangeName(one)}: ${one.readings.map((r) => `${shortDate(r.date)} ${withUnit(r.value, one.unit)}`).join(', ')}. `
  return `${measured}${props.drill ? `${props.drill.title}: ` : ''}${inSight(all.value).length} sessions since ${shortDate(first.value)}: ${counted(inSight(props.sessions)) || 'none answered yet'}. Every figure stands in the table that follows.`
})
</script>

<template>
  <figure class="chart">
    <figcaption class="top">
      <PickOne v-if="!drill && course.ranges.length > 1" class="which" label="The range shown" :options="course.ranges.map((r) => ({ value: keyOf(r), text: rangeName(r) }))" :model-value="range ? keyOf(range) : ''" @update:model-value="picked = $event" />
      <strong v-else-if="!drill && range">{{ rangeName(range) }}</strong>
      <strong v-else-if="drill">{{ drill.title }}<template v-if="drill.side !== 'both'">, {{ drill.side }}</template></strong>
      <span v-if="!drill && range && range.change" class="change"><strong>{{ changeWords(range) }}</strong> since {{ shortDate(range.readings[0]?.date) }} <span class="quiet">error {{ withUnit(range.mdc, range.unit) }}</span></span>
      <span v-else-if="!drill && range" class="quiet">first reading; error {{ withUnit(range.mdc, range.unit) }}</span>
      <span class="key quiet" aria-hidden="true"><i class="ring" /> before <i class="dot" /> worst in the session <i class="dots" /> next morning <template v-if="shown.rests.length"><i class="box" /> rest</template> <template v-if="shown.range"><i class="band" /> measuring error</template></span>
      <button v-if="long" type="button" class="link" @click="whole = !whole">{{ whole ? 'last six weeks' : 'whole course' }}</button>
    </figcaption>
    <EChart :option="option" :label="label" :height="height" />
    <p v-if="shown.weeks.length" class="small quiet foot">Bars: of the days due in each week, at the days asked for now, those done.</p>
    <div class="visually-hidden">
      <table v-if="!drill && range"><caption>{{ rangeName(range) }}</caption><thead><tr><th>date</th><th>reading</th></tr></thead>
        <tbody><tr v-for="r in range.readings" :key="r.date"><th scope="row">{{ shortDate(r.date) }}</th><td>{{ withUnit(r.value, range.unit) }}</td></tr></tbody></table>
      <table v-if="drill"><caption>Sessions of {{ drill.title }}</caption><tbody><tr v-for="s in shown.sticks" :key="s.id"><td>{{ stickWords(s) }}</td></tr></tbody></table>
      <table v-if="shown.weeks.length"><caption>Days done of those due</caption><thead><tr><th>week</th><th>done</th><th>due</th></tr></thead>
        <tbody><tr v-for="w in shown.weeks" :key="w.first"><th scope="row">{{ shortDate(w.first) }} to {{ shortDate(w.last) }}</th><td>{{ w.done }}</td><td>{{ w.due }}</td></tr></tbody></table>
    </div>
  </figure>
</template>

<style scoped>
.chart { position: relative; margin: 0; background: var(--card); border: 1px solid var(--line); border-radius: var(--corner); padding: 0.5rem 0.9rem 0.4rem; min-width: 0; }
.top { display: flex; flex-wrap: wrap; gap: 0.2rem 0.9rem; align-items: center; min-height: 36px; }
.which { min-width: 15rem; }
.change strong { color: var(--river); }
.key { margin-left: auto; display: inline-flex; gap: 0.4rem; align-items: center; font-size: 0.8rem; flex-wrap: wrap; }
.key i { display: inline-block; margin-left: 0.5rem; print-color-adjust: exact; }
.ring { width: 9px; height: 9px; border: 2px solid var(--river); border-radius: 50%; }
.dot { width: 9px; height: 9px; background: var(--river); border-radius: 50%; }
.dots { width: 20px; border-top: 2px dotted var(--ink-2); }
.box { width: 16px; height: 11px; background: var(--paper-deep); }
.band { width: 16px; height: 11px; background: var(--river); opacity: 0.18; }
.link { border: 0; background: none; font: inherit; font-size: 0.9rem; color: var(--river); text-decoration: underline; cursor: pointer; min-height: 36px; padding: 0; }
.foot { padding-left: 4rem; }
</style>
