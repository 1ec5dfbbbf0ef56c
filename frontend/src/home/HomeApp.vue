<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import type { HomeSchemas } from '@/api/client'
import { newId } from '@/ui/newId'
import CallButton from './CallButton.vue'
import type { Ended } from './EndPage.vue'
import TabBar, { type Tab } from './TabBar.vue'
import TodayPage from './TodayPage.vue'
import { afterPaint } from './afterPaint'
import { arranged, AS_HANDED_OVER, type Today } from './arranged'
import { takeToken } from './link'
import { BadHour, BitPage, CallPage, CheckPage, CoursePage, DrillsPage, EndPage, fetchPages, HurtPage, MorningPage, SessionPlayer, SorePage, StoppedPage, ThanksPage, WholePage, YearPage } from './pages'
import { useOutbox, type Post } from './outbox'
import { asKnownHere, daysBetween, isFlare, MORNINGS_BACK } from './standing'
import { drillsTold, fine, leftOutOf, PRESSED, rowOf, withMark } from './told'
import { useRun, type Report, type UseRunReturn } from './useRun'
import { knownClinic, useSheet } from './useSheet'
import { say } from './words'

const token = takeToken()
const outbox = useOutbox(token)
const { sheet: read, problem, offline, asksYear, read: ask } = useSheet(token, () => run.state.value?.version ?? null)
/** the sheet with what this phone knows and the clinic may not yet */
const sheet = computed(() => read.value && asKnownHere(read.value, [...outbox.newly.value, ...outbox.letters.value]))
/** what is told before the session begins; a session under way keeps its own */
const chosen = ref<Today>(AS_HANDED_OVER)
const today = computed(() => sheet.value && arranged(sheet.value, run.state.value?.today ?? chosen.value))
const run: UseRunReturn = useRun(today, token)
const tab = ref<Tab>('today')
const thanks = ref<{ stirred: boolean } | null>(null)
const badHour = ref(false)
/** Start, or a break, was tapped: what the clinic's answer asks first does not take that back */
const asking = ref(false)
const pausing = ref('')
/** a report is on its way, or is kept here because it could not be sent */
const post = computed<Post>(() => (!outbox.letters.value.length ? 'sent' : outbox.stuck.value ? 'kept' : 'sending'))
const state = computed(() => run.state.value)
const about = computed(() => (state.value?.about == null ? undefined : today.value?.drills[state.value.about]))
const reported = computed(() => (about.value ? state.value?.reports[about.value.drill] : undefined))

async function load(): Promise<void> {
  await outbox.flush()
  const sent = [...outbox.newly.value]
  if (await ask()) outbox.known(sent)
  await settle()
}

/** A session that was left open on another day, or by a sheet that is not here any more, is told as far as it went. */
async function settle(): Promise<void> {
  const [left, now] = [run.state.value, sheet.value]
  if (!left || !now || (left.date === now.today && left.version === now.version)) return
  if (left.version === now.version) await tell({})
  run.clear()
}

const again = (): void => { if (!document.hidden && !run.state.value) void load() }
onMounted(async () => {
  document.addEventListener('visibilitychange', again)
  await settle()
  await load()
  afterPaint(fetchPages)
})
onBeforeUnmount(() => document.removeEventListener('visibilitychange', again))
watch(tab, () => { asking.value = false; pausing.value = ''; scrollTo({ top: 0 }) })

/** The morning that is asked for, and what was told of it a moment ago. */
const morning = ref<{ session: string; date: string; told: number | null; id: string } | null>(null)
const skipped = ref(new Set<string>())
const soreness = computed(() => (sheet.value?.soreness_open ?? []).find(({ session }) => !skipped.value.has(session)))
watch([sheet, state, skipped], () => {
  if (morning.value || state.value || !sheet.value || sheet.value.withheld) return
  const open = sheet.value.mornings_open.find(({ session, date }) => !skipped.value.has(session) && daysBetween(date, sheet.value!.today) <= MORNINGS_BACK)
  if (open) morning.value = { session: open.session, date: open.date, told: null, id: '' }
}, { immediate: true })

async function tellMorning(pain: number, unusual: HomeSchemas['MorningIn']['unusual']): Promise<void> {
  const open = morning.value
  if (!open) return
  if (open.id) outbox.takeBack(open.id)
  morning.value = { ...open, told: pain, id: newId() }
  await outbox.send({ kind: 'morning', body: { id: morning.value.id, session: open.session, pain, unusual, gone_48h: null } })
}

function leaveMorning(): void {
  if (morning.value) skipped.value = new Set([...skipped.value, morning.value.session])
  morning.value = null
  void load()
}

/** The home check is asked from its day on, before anything is done. */
const checkDue = computed(() => {
  const from = sheet.value?.home_check.asked_from
  return !!from && from <= sheet.value!.today
})

async function tellCheck(answers: Record<string, boolean>): Promise<void> {
  await outbox.send({ kind: 'check', body: { id: newId(), date: sheet.value!.today, answers } })
  await load()
}

/** Every few weeks it is asked how the whole goes; whoever does not want to now is asked on another day. */
const later = ref(localStorage.getItem(`easepath:whole-later:${token}`) ?? '')
const wants = computed(() => {
  const now = sheet.value
  return now?.wants && now.wants.asked_from <= now.today && later.value !== now.today ? now.wants : null
})

async function tellWhole(told: Pick<HomeSchemas['OutcomeIn'], 'activities' | 'pain' | 'change'>): Promise<void> {
  await outbox.send({ kind: 'outcome', body: { id: newId(), date: sheet.value!.today, ...told } })
  await load()
}

function notNow(): void {
  later.value = sheet.value!.today
  localStorage.setItem(`easepath:whole-later:${token}`, later.value)
}

async function tellSoreness(one: HomeSchemas['OpenSoreness'], gone: boolean): Promise<void> {
  skipped.value = new Set([...skipped.value, one.session])
  if (!gone && one.days < 2) return // two days are not over: it is asked again tomorrow
  await outbox.send({ kind: 'morning', body: { id: newId(), session: one.session, pain: one.pain, unusual: one.unusual, gone_48h: gone } })
}

async function write(words: string): Promise<void> {
  await outbox.send({ kind: 'message', body: { id: newId(), words } })
  await load()
}

/** Tell the session as it stands; what is told of it later corrects it. */
async function tell({ ended, drills }: { ended?: Ended; drills?: HomeSchemas['DrillDone'][] }): Promise<HomeSchemas['DrillDone'][]> {
  const [now, played] = [run.state.value, today.value]
  if (!now || !played) return []
  const told = drills ?? drillsTold(played, now, run.share)
  if (!told.length) return []
  const left = leftOutOf(played, now, told)
  const note = [ended?.note, left.length ? `Left out: ${left.join(', ')}` : ''].filter(Boolean).join(' · ').slice(0, 400)
  const [id, corrects] = [newId(), now.sent ?? null]
  Object.assign(now, { sent: id, sentBefore: now.sent })
  await outbox.send({ kind: 'session', body: { id, version: now.version, date: now.date, before: now.before, after: ended?.after ?? null, worst: ended?.worst ?? null, drills: told, note, at_break: now.today.pause ?? '', corrects } })
  return told
}

/** A stop is told at the press: a phone that closes now loses nothing, and what is told later corrects it. */
async function stopAt(index: number | null, report?: Report): Promise<void> {
  if (index === null || !today.value) return
  run.tell(index, report ?? { said: 'stop', during: null, symptom: '', felt: '', stopped: PRESSED })
  run.open('stopped', index)
  await tell({})
}

/** A slip of the finger: the stop is taken back, and where the clinic has it already, corrected. */
async function slip(): Promise<void> {
  const [now, drill] = [run.state.value, about.value]
  if (!now || !drill) return
  const index = now.about!
  delete now.reports[drill.drill]
  if (now.sent && outbox.takeBack(now.sent)) now.sent = now.sentBefore
  else {
    const told = drillsTold(today.value!, now, run.share)
    await tell({ drills: told.length ? told : [rowOf(drill, run.share(index))] })
  }
  run.open('run')
}

function told(index: number, how: Report['said']): void {
  if (how === 'fine') run.tell(index, fine(run.state.value?.before ?? null))
  else if (how === 'bit') run.open('bit', index)
  else void stopAt(index)
}

function tellBit(report: Report): void {
  run.tell(run.state.value!.about!, report)
  run.open('run')
}

/** What is done beside the session is told of on the last page: all, half, or not today. */
function tellBeside(index: number, much: string): void {
  const drill = today.value?.drills[index]
  const now = run.state.value
  if (!drill || !now) return
  delete now.reports[drill.drill]
  if (much === 'all' || much === 'half') run.tell(index, { ...fine(now.before), done_pct: much === 'half' ? 50 : 100 })
}

async function finish(ended: Ended): Promise<void> {
  const [now, played] = [run.state.value, today.value]
  if (!now || !played) return
  if (ended.moved) for (const report of Object.values(now.reports)) report.moved ??= ended.moved
  const drills = drillsTold(played, now, run.share).map((one) => withMark(played, one, ended.marks[one.drill]))
  const limit = played.pain_limit
  const over = (pain: number | null | undefined): boolean => limit !== null && typeof pain === 'number' && pain > limit
  thanks.value = { stirred: over(ended.worst) || drills.some((one) => over(one.during) || isFlare(played, one, now.before)) }
  await tell({ ended, drills })
  run.clear()
  await load()
}

async function hurtTold(report: Report): Promise<void> {
  run.tell(run.state.value!.about!, report)
  await tell({})
  leaveStopped()
}

function leaveStopped(): void {
  run.clear()
  tab.value = 'today'
  void load()
}

function begin(before: number, how: Today): void {
  chosen.value = { ...how, pause: '' }
  asking.value = false
  pausing.value = ''
  run.begin(before, how)
}
const clinic = knownClinic()
</script>

<template>
  <main class="phone">
    <section v-if="problem || !token" class="dead stop-box">
      <template v-if="!token"><h1>{{ say.dead.gone }}</h1><p>{{ say.dead.none }}</p></template>
      <template v-else>
        <h1>{{ problem?.status === 410 ? say.dead.gone : say.dead.unread }}</h1>
        <p>{{ problem?.status === 410 ? say.dead.call(clinic?.name ?? '') : problem?.detail }}</p>
      </template>
      <CallButton v-if="clinic" :phone="clinic.phone" />
    </section>
    <YearPage v-else-if="asksYear" :token="token" @told="load" />
    <p v-else-if="!sheet || !today" class="quiet">{{ say.moment }}</p>
    <template v-else>
      <p v-if="post === 'kept' && !state" class="unsent" role="status">{{ outbox.letters.value.length === 1 ? say.kept.one : say.kept.some(outbox.letters.value.length) }}</p>
      <section v-if="outbox.aside.value.length" class="unsent" role="status">
        <p>{{ say.kept.refused(outbox.aside.value.length) }}</p>
        <CallButton :phone="sheet.clinic.phone" />
        <button class="act" type="button" @click="outbox.toldAside">{{ say.kept.told }}</button>
      </section>
      <section v-if="sheet.withheld" class="stop-box">
        <h1>{{ say.rest.sign }}</h1>
        <p>{{ say.withheld }}</p>
        <CallButton :phone="sheet.clinic.phone" />
        <p>{{ sheet.clinic.emergency }}</p>
      </section>
      <template v-else-if="state">
        <StoppedPage v-if="state.page === 'stopped'" :sheet="today" :report="reported" :post="post" @tell="run.open('hurt', state.about)" @slip="slip" @done="leaveStopped" />
        <HurtPage v-else-if="state.page === 'hurt' && about" :drill="about" :sheet="today" :report="reported" @told="hurtTold" @back="run.open('stopped', state.about)" />
        <BitPage v-else-if="state.page === 'bit' && about" :key="about.drill" :drill="about" :sheet="today" :report="reported" @told="tellBit" @stopped="(report) => stopAt(state!.about, report)" />
        <EndPage v-else-if="state.page === 'end'" :run="run" :sheet="today" @told="told" @beside="tellBeside" @open="(index) => run.open('bit', index)" @done="finish" />
        <SessionPlayer v-else :run="run" :sheet="today" :offline="offline" @stop="stopAt(run.stopsAt())" @told="told" @enough="run.endNow" />
      </template>
      <ThanksPage v-else-if="thanks" :sheet="sheet" :post="post" :stirred="thanks.stirred" @leave="thanks = null" />
      <MorningPage v-else-if="morning" :key="morning.session" :date="morning.date" :sheet="sheet" :told="morning.told" @tell="tellMorning" @leave="leaveMorning" />
      <SorePage v-else-if="soreness" :date="soreness.date" :today="sheet.today" @tell="(gone) => tellSoreness(soreness!, gone)" />
      <CheckPage v-else-if="checkDue" :sheet="sheet" @told="tellCheck" />
      <WholePage v-else-if="wants" :wants="wants" :store="`easepath:whole:${token}`" @told="tellWhole" @later="notNow" />
      <BadHour v-else-if="badHour" :sheet="sheet" @leave="badHour = false" />
      <template v-else>
        <TodayPage v-if="tab === 'today'" v-model:today="chosen" v-model:asking="asking" v-model:pausing="pausing" :sheet="today" :post="post" :calendar="offline ? '' : `/home/api/${token}/calendar.ics`" @begin="begin" @look="tab = 'drills'" @bad-hour="badHour = true" @answer="tab = 'call'" />
        <DrillsPage v-else-if="tab === 'drills'" :sheet="today" :today="chosen" />
        <CoursePage v-else-if="tab === 'course'" :sheet="sheet" />
        <CallPage v-else :sheet="sheet" :waiting="outbox.letters.value" :newly="outbox.newly.value" @write="write" />
        <TabBar v-model="tab" />
      </template>
    </template>
  </main>
</template>

<style scoped>
.phone { max-width: 480px; margin: 0 auto; padding: 1rem 1.1rem 0; min-height: 100dvh; display: flex; flex-direction: column; gap: 0.9rem; font-size: 1.06rem; }
.dead { display: grid; gap: 0.6rem; margin-top: 20vh; }
.unsent { border-left: 4px dotted var(--ink); padding: 0.4rem 0.8rem; background: var(--card); display: grid; gap: 0.5rem; }
</style>
