<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import type { HomeSchemas } from '@/api/client'
import { newId } from '@/ui/newId'
import AfterSession from './AfterSession.vue'
import CallLink from './CallLink.vue'
import MorningCard from './MorningCard.vue'
import SessionPlayer from './SessionPlayer.vue'
import SorenessCard from './SorenessCard.vue'
import SheetView from './SheetView.vue'
import { arranged, AS_HANDED_OVER, type Today } from './arranged'
import { useOutbox } from './outbox'
import { useRun, type Report, type UseRunReturn } from './useRun'
import { useSheet } from './useSheet'
import { isStop } from './words'

const token = location.pathname.split('/')[2] ?? ''
const { sheet, problem, read } = useSheet(token)
const told = ref(new Set<string>())
const sentToday = ref(false)
/** a stop holds here at once, whether the clinic knows it yet or not */
const stoppedNow = ref(false)
const ends = (drill: HomeSchemas['DrillDone']): boolean => isStop(sheet.value, drill)
const stoppedToday = computed(() => stoppedNow.value || outbox.letters.value.some((letter) => letter.kind === 'session' && letter.body.date === sheet.value?.today && letter.body.drills.some(ends)))
const outbox = useOutbox(token)
/** what is told before the session begins; a session under way keeps its own */
const chosen = ref<Today>(AS_HANDED_OVER)
const today = computed(() => sheet.value && arranged(sheet.value, run.state.value?.today ?? chosen.value))
const run: UseRunReturn = useRun(today, token)

async function load(): Promise<void> {
  await read()
  if (sheet.value && run.state.value && run.state.value.version !== sheet.value.version) run.clear()
}

onMounted(async () => {
  await load()
  await outbox.flush()
})

const mornings = computed(() => (sheet.value?.mornings_open ?? []).filter((m) => !told.value.has(m.session)))
const soreTold = ref(new Set<string>())
const soreness = computed(() => (sheet.value?.soreness_open ?? []).filter((one) => !soreTold.value.has(one.session)))
/** a sign of the whole body that the clinic does not know yet holds here at once */
const unsentSign = computed(() => outbox.letters.value
  .flatMap((letter) => (letter.kind === 'session' ? letter.body.drills : []))
  .map((drill) => drill.symptom)
  .find((symptom) => (sheet.value?.body_symptoms ?? []).some((sign) => sign === symptom)))
const phone = computed(() => sheet.value?.clinic.phone)

async function tellMorning(session: string, pain: number, unusual: HomeSchemas['OpenSoreness']['unusual']): Promise<void> {
  told.value = new Set([...told.value, session])
  await outbox.send({ kind: 'morning', body: { id: newId(), session, pain, unusual, gone_48h: null } })
}

async function tellSoreness(one: HomeSchemas['OpenSoreness'], gone: boolean): Promise<void> {
  soreTold.value = new Set([...soreTold.value, one.session])
  if (!gone && one.days < 2) return // two days are not over: it is asked again tomorrow
  await outbox.send({ kind: 'morning', body: { id: newId(), session: one.session, pain: one.pain, unusual: one.unusual, gone_48h: gone } })
}

/** What the clinic reads of a stop until more is told of it. */
const PRESSED = 'pressed “It hurts: stop”; nothing more told yet'
const NOTHING_YET = { during: null, symptom: '', felt: '' } as const

function drillsTold(reports: Record<string, Report>): HomeSchemas['DrillDone'][] {
  return (today.value?.drills ?? []).filter((d) => reports[d.drill]).map((d) => ({ drill: d.drill, side: d.side, moved: '' as const, stopped: '', ...reports[d.drill]! }))
}

/** A stop is told at the press: a phone that closes now loses nothing, and what is told later corrects it. */
async function stop(): Promise<void> {
  run.stopDrill()
  const state = run.state.value
  const drill = state?.asking == null ? undefined : today.value?.drills[state.asking]
  if (!state || !drill) return
  const pressed: Report = { done_pct: state.doneShare, ...NOTHING_YET, ...state.reports[drill.drill], stopped: PRESSED }
  const drills = drillsTold({ ...state.reports, [drill.drill]: pressed })
  const [id, corrects] = [newId(), state.sent ?? null]
  state.sent = id
  await outbox.send({ kind: 'session', body: { id, version: state.version, date: state.date, before: state.before, after: null, drills, note: '', corrects } })
}

async function finish(after: number | null): Promise<void> {
  const [state, played] = [run.state.value, today.value]
  if (!state || !played) return
  const drills = drillsTold(state.reports)
  const leftOut = played.drills.filter((d) => state.leftOut.includes(d.drill) && !state.reports[d.drill]).map((d) => d.title)
  const note = leftOut.length ? `Left out: ${leftOut.join(', ')}`.slice(0, 400) : ''
  run.clear()
  sentToday.value = true
  stoppedNow.value ||= drills.some(ends)
  if (drills.length) await outbox.send({ kind: 'session', body: { id: newId(), version: state.version, date: state.date, before: state.before, after, drills, note, corrects: state.sent ?? null } })
  await load()
}
</script>

<template>
  <main class="phone">
    <section v-if="problem" class="dead stop-box">
      <h1>{{ problem.status === 410 ? 'This link does not work any more' : 'The page could not be read' }}</h1>
      <p>{{ problem.status === 410 ? 'Please call the clinic that gave it to you and ask for a new one. Do not go on from memory.' : problem.detail }}</p>
    </section>
    <p v-else-if="!sheet || !today" class="quiet">one moment</p>
    <template v-else>
      <p v-if="outbox.letters.value.length" class="unsent" role="status">
        {{ outbox.letters.value.length === 1 ? 'One report is' : `${outbox.letters.value.length} reports are` }} kept on this phone and will be sent.
        <template v-if="outbox.refused.value">The clinic could not take it: {{ outbox.refused.value.title }}. Please call <CallLink :phone="phone" />.</template>
      </p>
      <section v-if="outbox.aside.value.length" class="unsent" role="status">
        <p>The clinic could not take {{ outbox.aside.value.length === 1 ? 'a report' : `${outbox.aside.value.length} reports` }} from this phone. Please call <CallLink :phone="phone" /> and tell them how it went.</p>
        <button class="act" type="button" @click="outbox.toldAside">I have told the clinic</button>
      </section>
      <section v-if="sheet.withheld" class="stop-box">
        <h1>Please pause your program</h1>
        <p>The clinic wants to talk with you, or a doctor must see you, before you go on. Call <CallLink :phone="phone" />.</p>
        <p>{{ sheet.clinic.emergency }}</p>
      </section>
      <SessionPlayer v-else-if="run.state.value && !run.state.value.finished" :run="run" :sheet="today" :waiting="outbox.letters.value.length > 0" @stop="stop" />
      <AfterSession v-else-if="run.state.value?.finished" :sheet="today" :reports="run.state.value.reports" @done="finish" />
      <template v-else>
        <MorningCard v-for="m in mornings" :key="m.session" :date="m.date" :today="sheet.today" @told="(pain, unusual) => tellMorning(m.session, pain, unusual)" />
        <SorenessCard v-for="one in soreness" :key="one.session" :date="one.date" :today="sheet.today" @told="(gone) => tellSoreness(one, gone)" />
        <SheetView v-model:today="chosen" :sheet="today" :done="sheet.done_today || sentToday" :waiting="outbox.letters.value.length > 0" :stopped="sheet.stopped_today || stoppedToday" :sign="unsentSign" @begin="(before) => run.begin(before, chosen)" />
      </template>
    </template>
  </main>
</template>

<style scoped>
.phone { max-width: 480px; margin: 0 auto; padding: 1rem 1.1rem 1.5rem; min-height: 100vh; display: flex; flex-direction: column; gap: 0.9rem; font-size: 1.06rem; }
/* fingers, also where a device does not say that it has them */
.phone :deep(.options button) { min-height: 48px; }
.dead { display: grid; gap: 0.6rem; margin-top: 20vh; }
.unsent { border-left: 4px dotted var(--ink); padding: 0.4rem 0.8rem; background: var(--card); }
</style>
