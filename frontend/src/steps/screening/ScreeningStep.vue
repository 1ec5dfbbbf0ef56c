<script setup lang="ts">
import { computed, nextTick, onBeforeUnmount, onMounted, ref } from 'vue'
import { clinic, outcome, type Schemas } from '@/api/client'
import { offerUndo } from '@/shell/lastAct'
import { usePanelKeys } from '@/shell/keys'
import { useSession } from '@/app/session'
import { useStep } from '@/shell/useStep'
import { useVisit } from '@/shell/useVisit'
import CannotRead from '@/ui/CannotRead.vue'
import CarriedNote from '@/ui/CarriedNote.vue'
import ConflictBox from '@/ui/ConflictBox.vue'
import ProblemNote from '@/ui/ProblemNote.vue'
import SaveState from '@/ui/SaveState.vue'
import { useDraft } from '@/ui/useDraft'
import ConsequenceList from './ConsequenceList.vue'
import FactorList from './FactorList.vue'
import LimitList from './LimitList.vue'
import OutcomeBox from './OutcomeBox.vue'
import { asked as askedSingly, bands, questionsOf, readOutState, unanswered, type Answers, type Question, type ReadOut } from './questions'
import PressureRow from './PressureRow.vue'
import ReadOutCard from './ReadOutCard.vue'

type Screening = Schemas['ScreeningOut']
interface Draft { answers: Answers; asked_as?: Record<string, string>; factors: Schemas['FactorIn'][]; limits: Schemas['LimitIn'][]; noted?: string }

const { visit, frame, refresh } = useVisit()
const session = useSession()
const path = { visit: visit.value }
const { view, read, show } = useStep<Screening>(visit.value, 'screening', () => outcome(clinic.GET('/api/visits/{visit}/screening', { params: { path } })))
const panel = ref<HTMLElement | null>(null)

function adopt(found: Screening): Draft {
  return { answers: { ...found.answers }, asked_as: { ...found.asked_as }, factors: found.factors.map(({ factor, side, since, trimester, region, parameters }) => ({ factor, side, since, trimester, region, parameters })), limits: found.limits.map(({ movement, side, degrees, by }) => ({ movement, side, degrees, by })), noted: found.noted }
}

const draft = useDraft<Draft>({
  key: `easepath:screening:${visit.value}`,
  delay: 250,
  read: async () => {
    const found = await read()
    return found.ok ? { ok: true, data: { ...found.data, value: adopt(found.data) } } : found
  },
  save: async (revision, value, person) => {
    const found = await outcome(clinic.PUT('/api/visits/{visit}/screening', { params: { path }, body: { revision, person_revision: person, ...value, asked_as: value.asked_as ?? {}, noted: value.noted ?? '' } }))
    if (found.ok) show(found.data)
    return found
  },
  saved: refresh,
})
onBeforeUnmount(offerUndo(draft))
onMounted(draft.reload)

const answers = computed(() => draft.value.value?.answers ?? {})
/** groups that were answered “one or more”: their questions are asked one by one */
const opened = ref(new Set<string>())
const first = computed<Question[]>(() => [...(view.value?.contexts ?? []), ...(view.value?.profile_questions ?? [])])
const shownBands = computed(() => {
  const seen = new Set<string>(first.value.map((q) => q.word))
  const readOuts = view.value?.read_out ?? []
  return bands(view.value?.groups ?? []).map((band) => {
    const questions = questionsOf(band, seen)
    const here = readOuts.filter((one) => one.action === band.action)
    return { band, questions, readOuts: here, singles: askedSingly(questions, here, answers.value, opened.value) }
  })
})
const all = computed<Question[]>(() => [...first.value, ...shownBands.value.flatMap((b) => b.questions)])
/** what is stopped at, in the order it is shown: a question, or a group of them as one */
const stops = computed(() => [...first.value.map((q) => q.word), 'pressure', ...shownBands.value.flatMap((b) => [...b.readOuts.map((one) => `group:${one.id}`), ...b.singles.map((q) => q.word)])])
const stateOf = (one: ReadOut) => readOutState(one, answers.value, opened.value)
/** what the story says to a question, by the question */
const said = computed(() => new Map((view.value?.spoken ?? []).map((one) => [one.word, one.said])))
const denied = computed(() => (view.value?.spoken ?? []).filter((one) => answers.value[one.word] === false))
/** that no blood pressure was taken, said in words; where two numbers stand they say it */
const NOT_TAKEN = 'blood-pressure-measured'
const pressureOpen = computed(() => view.value?.pressure.upper === null && answers.value[NOT_TAKEN] !== false)
const open = computed(() => unanswered(all.value, answers.value).length + (pressureOpen.value ? 1 : 0))
/** what somebody who may not confirm would have instead of an answer, a factor or a limit in force */
const asked = computed(() => all.value.filter((q) => q.pending).length
  + [...(view.value?.factors ?? []), ...(view.value?.limits ?? [])].filter((row) => row.withdrawal_asked).length)
const toConfirm = computed(() => asked.value + all.value.filter((q) => q.to_confirm).length
  + [...(view.value?.factors ?? []), ...(view.value?.limits ?? [])].filter((row) => row.to_confirm).length)
const PENDING: Record<Question['pending'], string> = {
  '': '', no: 'an assistant says no: the yes stands until a clinician confirms it', open: 'an assistant took it back: it stands until a clinician confirms that',
}

function answer(word: string, value: boolean | undefined): void {
  const now = draft.value.value
  if (!now) return
  now.asked_as ??= {} // a draft kept by an older release has none
  delete now.asked_as[word]
  if (value === undefined) delete now.answers[word]
  else now.answers[word] = value
}

/** A group as one: all no, one by one, or not asked. */
function answerGroup(one: ReadOut, said: 'none' | 'single' | 'open'): void {
  const now = draft.value.value
  if (!now) return
  if (said === 'single') opened.value.add(one.id)
  else opened.value.delete(one.id)
  for (const word of one.words) {
    answer(word, said === 'none' ? false : undefined)
    if (said === 'none') (now.asked_as ??= {})[word] = one.id
  }
}

function focused(): string | null {
  return (document.activeElement as HTMLElement | null)?.closest<HTMLElement>('[data-word]')?.dataset.word ?? null
}

function move(step: number): void {
  const words = stops.value
  const now = words.indexOf(focused() ?? '')
  focusOn(words[Math.min(words.length - 1, Math.max(0, now + step))] ?? '')
}

function focusOn(word: string): void {
  panel.value?.querySelector<HTMLElement>(`[data-word="${word}"]`)?.focus()
}

function answerFocused(value: boolean | undefined): void {
  const word = focused()
  if (word === 'pressure') {
    if (value !== true && view.value?.pressure.upper === null && !view.value.pressure.always) answer(NOT_TAKEN, value)
    else panel.value?.querySelector<HTMLInputElement>('[data-word="pressure"] input')?.focus()
    if (value === false) void nextTick(() => move(1))
    return
  }
  if (!word) return move(1) // the first key shows which question is meant; only the next one answers it
  const group = (view.value?.read_out ?? []).find((one) => `group:${one.id}` === word)
  if (group) answerGroup(group, value === undefined ? 'open' : value ? 'single' : 'none')
  else answer(word, value)
  if (value !== undefined) void nextTick(() => move(1))
}

usePanelKeys(panel, () => [
  { key: 'ArrowDown', does: 'next', run: () => move(1) },
  { key: 'ArrowUp', does: 'back', run: () => move(-1) },
  { key: 'y', does: 'yes', run: () => answerFocused(true) },
  { key: 'n', does: 'no', run: () => answerFocused(false) },
  { key: 'u', does: 'not known', run: () => answerFocused(undefined) },
])

async function confirm(accept: boolean): Promise<void> {
  const found = await outcome(clinic.POST('/api/visits/{visit}/screening/confirm', { params: { path, query: { accept } } }))
  if (found.ok) await draft.reload()
  refresh()
}

function pressed(found: Screening): void {
  show(found)
  refresh()
}

async function cleared(): Promise<void> {
  await draft.reload()
  refresh()
}
</script>

<template>
  <section v-if="view && frame && draft.value.value" aria-label="Screen">
    <div class="head">
      <h1>Screen</h1>
      <span class="quiet">{{ open ? `${open} to answer` : view.unanswered.includes('age') ? 'all answered but the age' : 'all answered' }}</span>
      <SaveState :state="draft.state.value" :at="draft.at.value" />
      <button v-if="toConfirm && session.may('confirm-screen')" class="act" @click="confirm(true)">Confirm {{ toConfirm }} entered{{ asked ? ' or asked for' : '' }} by an assistant</button>
      <button v-if="asked && session.may('confirm-screen')" class="act plain" @click="confirm(false)">Keep what stands</button>
    </div>
    <CarriedNote :from="view.carried_from" :left-open="frame.last_time?.left_open" />
    <ConflictBox v-if="draft.state.value === 'conflict'" :problem="draft.problem.value" @mine="draft.keepMine" @theirs="draft.takeTheirs" />
    <ProblemNote v-else-if="draft.state.value === 'refused'" :problem="draft.problem.value" />
    <div class="grid">
      <div ref="panel" class="questions" tabindex="0" aria-label="Questions">
        <div v-if="denied.length" class="denied" role="status">
          <p v-for="one in denied" :key="one.word"><strong>Story: “{{ one.said }}”</strong> – you answered no to: {{ one.text }}</p>
        </div>
        <div class="band">
          <h2>First: this decides what else is asked</h2>
          <div v-for="q in first" :key="q.word" class="question" :data-word="q.word" tabindex="-1" :class="{ open: answers[q.word] === undefined, yes: answers[q.word] }">
            <span class="text">{{ q.text }} <span v-if="said.has(q.word)" class="said small">Story: “{{ said.get(q.word) }}”</span></span>
            <span class="pick" role="group" :aria-label="q.text">
              <button type="button" :aria-pressed="answers[q.word] === true" @click="answer(q.word, answers[q.word] === true ? undefined : true)">yes</button>
              <button type="button" :aria-pressed="answers[q.word] === false" @click="answer(q.word, answers[q.word] === false ? undefined : false)">no</button>
            </span>
          </div>
          <PressureRow :visit="visit" :pressure="view.pressure" :not-taken="answers[NOT_TAKEN] === false" @found="pressed" @not-taken="answer(NOT_TAKEN, $event ? false : undefined)" />
        </div>
        <div v-for="{ band, readOuts, singles } in shownBands" :key="band.action" class="band" :class="band.action">
          <h2>{{ band.title }}</h2>
          <ReadOutCard v-for="one in readOuts" :key="one.id" :one="one" :state="stateOf(one)" :data-word="`group:${one.id}`" @said="answerGroup(one, $event)" />
          <div class="singles">
            <div v-for="q in singles" :key="q.word" class="question" :data-word="q.word" tabindex="-1" :class="{ open: answers[q.word] === undefined, yes: answers[q.word] }">
              <span class="text">{{ q.text }} <span v-if="said.has(q.word)" class="said small">Story: “{{ said.get(q.word) }}”</span><em v-if="q.to_confirm" class="small"> to confirm</em><em v-if="q.pending" class="small clay pending">{{ PENDING[q.pending] }}</em></span>
              <span class="pick" role="group" :aria-label="q.text">
                <button type="button" :aria-pressed="answers[q.word] === true" @click="answer(q.word, answers[q.word] === true ? undefined : true)">yes</button>
                <button type="button" :aria-pressed="answers[q.word] === false" @click="answer(q.word, answers[q.word] === false ? undefined : false)">no</button>
              </span>
            </div>
          </div>
        </div>
      </div>
      <div class="side">
        <OutcomeBox :view="view" :frame="frame" @cleared="cleared" @ask="focusOn" />
        <ConsequenceList :consequences="view.consequences" :frame="frame" @ask="focusOn" />
        <FactorList v-if="draft.value.value" v-model="draft.value.value.factors" :noted="draft.value.value.noted ?? ''" @update:noted="draft.value.value.noted = $event" :view="view" :fields="draft.fields.value" />
        <LimitList v-if="draft.value.value" v-model="draft.value.value.limits" :standing="view.limits" :movements="view.movements" :fields="draft.fields.value" />
      </div>
    </div>
  </section>
  <CannotRead v-else :problem="draft.problem.value" @again="draft.reload" />
</template>

<style scoped>
.head { display: flex; align-items: baseline; gap: 1rem; margin-bottom: 0.7rem; flex-wrap: wrap; }
.grid { display: grid; grid-template-columns: minmax(0, 1.95fr) minmax(0, 1fr); gap: 1.2rem; }
@media (pointer: coarse) { .pick button { min-height: 44px; } }
.questions { display: grid; gap: 0.8rem; align-content: start; max-height: calc(100vh - 150px); overflow-y: auto; padding-right: 0.5rem; }
.denied { border-left: 4px solid var(--clay); background: var(--clay-soft); padding: 0.5rem 0.8rem; color: var(--clay-dark); }
.band h2 { font-size: 1.02rem; padding: 0.3rem 0; }
.emergency .singles { display: grid; grid-template-columns: repeat(auto-fit, minmax(min(300px, 100%), 1fr)); column-gap: 1.2rem; }
.emergency h2, .same-day h2 { color: var(--clay); }
.question { display: flex; align-items: center; gap: 0.8rem; border-top: 1px solid var(--line); padding: 0.2rem 0.3rem; }
.question:focus { outline: 3px solid var(--river); outline-offset: -3px; }
.question.open .text { font-weight: 600; }
.question.open { border-left: 3px dotted var(--ink-2); padding-left: 0.5rem; }
.question.yes { background: var(--clay-soft); border-left: 3px solid var(--clay); }
.text { flex: 1; font-size: 0.95rem; line-height: 1.25; }
.pick { display: flex; }
.pick button { min-width: 46px; min-height: 36px; border: 1px solid var(--line-strong); background: var(--card); font: inherit; cursor: pointer; }
.pick button:first-child { border-radius: var(--corner) 0 0 var(--corner); border-right: 0; }
.pick button:last-child { border-radius: 0 var(--corner) var(--corner) 0; }
.pick button[aria-pressed='true'] { background: var(--ink); color: #fff; font-weight: 600; }
.question.yes .pick button[aria-pressed='true'] { background: var(--clay); border-color: var(--clay); }
.side { display: grid; gap: 1rem; align-content: start; max-height: calc(100vh - 150px); overflow-y: auto; }
@media (max-width: 1100px) { .grid { grid-template-columns: 1fr; } .questions, .side { max-height: none; } }
.pending { display: block; }
.said { border: 1px solid var(--line-strong); border-radius: var(--corner); background: var(--card); padding: 0 0.35rem; white-space: nowrap; font-weight: 400; }
</style>
