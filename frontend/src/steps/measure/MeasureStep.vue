<script setup lang="ts">
import { Segmented } from 'ant-design-vue'
import { computed, nextTick, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { clinic, outcome, type Schemas } from '@/api/client'
import { offerUndo } from '@/shell/lastAct'
import { usePanelKeys } from '@/shell/keys'
import { useSession } from '@/app/session'
import { useStep } from '@/shell/useStep'
import { useVisit } from '@/shell/useVisit'
import CannotRead from '@/ui/CannotRead.vue'
import ConflictBox from '@/ui/ConflictBox.vue'
import PickOne from '@/ui/PickOne.vue'
import ProblemNote from '@/ui/ProblemNote.vue'
import ReasonPanel, { type ReasonCard } from '@/ui/ReasonPanel.vue'
import SaveState from '@/ui/SaveState.vue'
import { withUnit } from '@/ui/units'
import { useDraft } from '@/ui/useDraft'
import GoalField from './GoalField.vue'
import InclinometerPanel from './InclinometerPanel.vue'
import PatternList from './PatternList.vue'
import ReadingsChart from './ReadingsChart.vue'
import SetUpCard from './SetUpCard.vue'
import TestSidePanel from './TestSidePanel.vue'
import TestStrip from './TestStrip.vue'

type Measure = Schemas['MeasureOut']
type Step = Schemas['MeasureStep']
type State = 'cold' | 'after-drills'

type Side = Schemas['TestSide']['side']
const { visit, refresh } = useVisit()
const session = useSession()
const path = { visit: visit.value }
const added = ref<string[]>([])
const current = ref('')
const state = ref<State>('cold')
const panel = ref<HTMLElement | null>(null)
const why = ref<{ title: string; reasons: ReasonCard[] } | null>(null)

const { view, read, readAnew, show } = useStep<Measure>(visit.value, 'measure', () => outcome(clinic.GET('/api/visits/{visit}/measure', { params: { path, query: { added: added.value.join(',') } } })))

function adopt(found: Measure): Step {
  if (!found.tests.some((t) => t.measure === current.value)) current.value = found.tests[0]?.measure ?? ''
  return structuredClone(found.step)
}

const draft = useDraft<Step>({
  key: `easepath:measure:${visit.value}`,
  delay: 300,
  read: async () => {
    const found = await read()
    return found.ok ? { ok: true, data: { revision: found.data.revision, value: adopt(found.data) } } : found
  },
  save: async (revision, value) => {
    const found = await outcome(clinic.PUT('/api/visits/{visit}/measure', { params: { path, query: { added: added.value.join(',') } }, body: { revision, ...value } }))
    if (found.ok) show(found.data)
    return found
  },
  saved: refresh,
})
onBeforeUnmount(offerUndo(draft))
onMounted(draft.reload)

const tests = computed(() => view.value?.tests ?? [])
const test = computed(() => tests.value.find((t) => t.measure === current.value))
const taken = computed(() => new Set((draft.value.value?.sittings ?? []).map((s) => s.measure)).size)

const wordOf = (side: Side) => (side === 'both' ? '' : side)
const sitting = (measure: string, side: Side) => draft.value.value?.sittings?.find((s) => s.measure === measure && s.side === wordOf(side) && s.state === state.value)

/** readings of the hand and of a sensor are not alike, so one sitting holds only one kind */
const SENSOR = 'inclinometer'
const sensing = ref(false)
const mixed = ref('')

function setTrials(measure: string, side: Side, trials: number[], instrument = ''): void {
  const now = draft.value.value
  if (!now) return
  const before = sitting(measure, side)
  const more = trials.length > (before?.trials.length ?? 0)
  mixed.value = before && more && (before.instrument ?? '') !== instrument ? `${measure} ${side}` : ''
  if (mixed.value) return
  const others = (now.sittings ?? []).filter((s) => s !== before)
  now.sittings = trials.length ? [...others, { measure, side: wordOf(side), trials, state: state.value, instrument: before?.instrument ?? instrument }] : others
}

function keepAngle(degrees: number): void {
  if (!test.value || !sideAt.value) return
  const { measure } = test.value, { side } = sideAt.value
  setTrials(measure, side, [...(sitting(measure, side)?.trials ?? []), degrees], SENSOR)
}

function toggleSign(sign: string): void {
  const now = draft.value.value
  if (!now) return
  now.observed = now.observed?.includes(sign) ? now.observed.filter((s) => s !== sign) : [...(now.observed ?? []), sign]
}

function setGoal(side: Side, value: number | null): void {
  const now = draft.value.value
  if (!now || !test.value) return
  const others = (now.goals ?? []).filter((g) => g.measure !== test.value?.measure || g.side !== wordOf(side))
  now.goals = value === null ? others : [...others, { measure: test.value.measure, side: wordOf(side), value }]
}
const goalOf = (measure: string, side: Side) => draft.value.value?.goals?.find((g) => g.measure === measure && (g.side === wordOf(side) || g.side === ''))?.value ?? null

/** The reading field of a side; component refs of a list keep no order, the page does. */
function focusSide(index: number): void {
  panel.value?.querySelectorAll<HTMLElement>('[data-side]')[index]?.querySelector('input')?.focus()
}

/** The picture follows the field that has the focus. */
function noteSide(event: FocusEvent): void {
  const fields = [...(panel.value?.querySelectorAll<HTMLElement>('[data-side]') ?? [])]
  const found = fields.findIndex((one) => one.contains(event.target as Node))
  if (found >= 0) at.value = found
}

const changesWords = (n: number) => (n === 1 ? '1 change of position' : `${n || 'no'} changes of position`)

async function open(measure: string, side = 0): Promise<void> {
  current.value = measure
  at.value = side
  sensing.value = false
  await nextTick()
  focusSide(side)
}

function move(step: number): void {
  const now = tests.value.findIndex((t) => t.measure === current.value)
  const next = tests.value[Math.min(tests.value.length - 1, Math.max(0, now + step))]
  if (next) void open(next.measure)
}

function onward(index: number): void {
  const sides = test.value?.sides.length ?? 0
  if (index + 1 < sides && test.value?.sides[index + 1]?.verdict !== 'exclude') focusSide(index + 1)
  else move(1)
}

async function add(measure: string): Promise<void> {
  if (!measure) return
  added.value.push(measure)
  await draft.flush()
  await readAnew()
  await open(measure)
}

usePanelKeys(panel, () => [
  { key: 'ArrowDown', does: 'next test', run: () => move(1) },
  { key: 'ArrowUp', does: 'back', run: () => move(-1) },
  { key: 'l', does: 'left', run: () => focusSide(0) },
  { key: 'r', does: 'right', run: () => focusSide(1) },
])

const noteFor = (measure: string, side: Side) => {
  const index = (draft.value.value?.sittings ?? []).findIndex((s) => s.measure === measure && s.side === wordOf(side))
  if (mixed.value === `${measure} ${side}`) return 'the inclinometer took what stands here, and its readings are not compared with those of the hand: take them out to type'
  return Object.entries(draft.fields.value).find(([field]) => field.startsWith(`sittings.${index}.`))?.[1]
}

function explain(one: Schemas['TestOut'], side: Schemas['TestSide']): void {
  const { error } = one
  const own = error.own === null ? 'no repeats of this clinic yet' : `${withUnit(error.own, one.unit)} from ${error.repeats} repeats of this clinic`
  why.value = {
    title: `${one.name}, ${side.side === 'both' ? 'no side' : side.side}`,
    reasons: [
      { rule: 'measurement-error', text: `A change counts as real above ${withUnit(error.in_use, one.unit)}.`, facts: { shipped: withUnit(error.default, one.unit), own }, threshold: withUnit(error.in_use, one.unit), source: view.value?.source ?? null },
      { rule: 'reference', text: side.row ? `Compared with ${side.row.reference_from === 'other-side' ? 'the other side' : (side.row.reference_from ?? 'nothing')}.` : 'Not measured yet.', facts: { norm: one.norm === null ? 'none at this age' : withUnit(one.norm, one.unit) }, source: one.source },
      { rule: 'grade', text: `none up to one error, mild to two, moderate to four, marked beyond`, facts: { short: side.row?.deficit === null || !side.row ? 'not known' : withUnit(side.row.deficit, one.unit) }, source: view.value?.source ?? null },
      ...side.reasons.map((reason) => ({ ...reason, source: reason.source ?? null })),
    ],
  }
}

/** the side whose field has the focus: its picture is shown */
const at = ref(0)
const sideAt = computed(() => test.value?.sides[Math.min(at.value, (test.value?.sides.length ?? 1) - 1)])

/** A held time is one more reading of the side in sight. */
function keepSeconds(seconds: number): void {
  if (!test.value || !sideAt.value || sideAt.value.verdict === 'exclude') return
  const { measure } = test.value, { side } = sideAt.value
  setTrials(measure, side, [...(sitting(measure, side)?.trials ?? []), seconds])
}

/** tests that came while somebody was measuring: they are said, and nothing moves */
const fresh = ref<string[]>([])
watch(() => tests.value.map((one) => one.measure), (now, before) => {
  if (before.length) fresh.value = [...fresh.value, ...now.filter((one) => !before.includes(one) && !added.value.includes(one))]
})
const announced = computed(() => tests.value.filter((one) => fresh.value.includes(one.measure) && !one.sides.some((side) => side.row)))
</script>

<template>
  <section v-if="view && draft.value.value" aria-label="Measure">
    <div class="head">
      <h1>Measure</h1>
      <span class="quiet">{{ taken }} taken in this visit · {{ changesWords(view.position_changes) }}</span>
      <SaveState :state="draft.state.value" :at="draft.at.value" />
      <label class="small quiet add">another test
        <PickOne :key="added.length" search small label="another test" placeholder="choose" :options="view.others.map((one) => ({ value: one.id, text: one.name }))" :model-value="''" @update:model-value="add" />
      </label>
    </div>
    <ConflictBox v-if="draft.state.value === 'conflict'" :problem="draft.problem.value" @mine="draft.keepMine" @theirs="draft.takeTheirs" />
    <ProblemNote v-else-if="draft.state.value === 'refused'" :problem="draft.problem.value" />
    <div ref="panel" class="bench" tabindex="0" aria-label="The bench">
      <TestStrip :tests="tests" :current="current" :fresh="fresh" @open="open" />
      <p aria-live="polite" class="small announced"><template v-if="announced.length"><strong>New on the bench:</strong> <button v-for="one in announced" :key="one.measure" type="button" class="link" @click="open(one.measure)">{{ one.name }}</button></template></p>
      <div v-if="test" class="two">
        <SetUpCard v-if="sideAt" :test="test" :side="sideAt" @seconds="keepSeconds" />
        <div class="figures" @focusin="noteSide">
          <div class="bench-head">
            <h2>{{ test.name }}</h2>
            <Segmented role="radiogroup" aria-label="Taken" :value="state" :options="[{ value: 'cold', label: 'before drills' }, { value: 'after-drills', label: 'after' }]" @change="state = $event === 'after-drills' ? 'after-drills' : 'cold'" />
          </div>
          <p class="small quiet"><template v-if="test.norm !== null">usual {{ withUnit(test.norm, test.unit) }} · </template>a change is real above {{ withUnit(test.error.in_use, test.unit) }}</p>
          <p v-if="test.note" class="small quiet">{{ test.note }}</p>
          <div class="sides" :class="{ one: test.sides.length === 1 }">
            <TestSidePanel v-for="(side, n) in test.sides" :key="`${test.measure}-${side.side}-${state}`" :test="test" :side="side" :trials="sitting(test.measure, side.side)?.trials ?? []" :note="noteFor(test.measure, side.side)" @update:trials="setTrials(test.measure, side.side, $event)" @onward="onward(n)" @why="explain(test, side)" />
          </div>
          <button v-if="test.set_up.sensors && !sensing && sideAt?.verdict !== 'exclude'" type="button" class="link" @click="sensing = true">Read it with the inclinometer{{ sideAt && sideAt.side !== 'both' ? `, ${sideAt.side}` : '' }}</button>
          <InclinometerPanel v-if="sensing && sideAt" :key="`${test.measure} ${sideAt.side} ${state}`" :visit="visit" :test="test" :side="sideAt" :by-hand="!!sitting(test.measure, sideAt.side)?.trials.length && sitting(test.measure, sideAt.side)?.instrument !== SENSOR" @keep="keepAngle" @close="sensing = false" />
          <div v-if="session.may('compose')" class="sides" :class="{ one: test.sides.length === 1 }">
            <GoalField v-for="side in test.sides" :key="`${test.measure}-${side.side}`" :label="side.side === 'both' ? 'Goal for this client' : `Goal, ${side.side}`" :unit="test.unit" :valid="test.valid" :model-value="goalOf(test.measure, side.side)" @update:model-value="setGoal(side.side, $event)" />
          </div>
          <ReadingsChart :key="test.measure" :test="test" />
          <PatternList :patterns="view.patterns" :findings="view.findings" :signs="view.signs" :observed="draft.value.value.observed ?? []" @toggle="toggleSign" @test="(m) => (tests.some((t) => t.measure === m) ? open(m) : add(m))" />
        </div>
      </div>
      <p v-else class="empty quiet">Nothing to measure yet: name the condition in Story, or choose a test above.</p>
    </div>
    <ReasonPanel :open="!!why" :title="why?.title ?? ''" :reasons="why?.reasons ?? []" @close="why = null" />
  </section>
  <CannotRead v-else :problem="draft.problem.value" @again="draft.reload" />
</template>

<style scoped>
.head { display: flex; align-items: baseline; gap: 1rem; margin-bottom: 0.4rem; flex-wrap: wrap; }
.add { margin-left: auto; display: inline-flex; gap: 0.4rem; align-items: center; }
.add .pick { width: 11rem; }
.bench { display: grid; gap: 0.5rem; outline-offset: 4px; grid-template-columns: minmax(0, 1fr); }
.announced:empty { display: none; }
.two { display: grid; grid-template-columns: minmax(0, 45fr) minmax(0, 55fr); gap: 1.2rem; align-items: start; }
.figures { display: grid; gap: 0.45rem; align-content: start; min-width: 0; grid-template-columns: minmax(0, 1fr); }
.bench-head { display: flex; gap: 0.8rem; justify-content: space-between; align-items: start; flex-wrap: wrap; }
.bench-head h2 { flex: 1 1 12rem; }
.sides { display: grid; grid-template-columns: minmax(0, 1fr) minmax(0, 1fr); gap: 1rem; }
.sides.one { grid-template-columns: minmax(0, 1fr); }
.link { border: 0; background: none; font: inherit; color: var(--river); text-decoration: underline; cursor: pointer; min-height: 32px; padding: 0 0.6rem 0 0; justify-self: start; }
.empty { border: 1px dashed var(--line-strong); padding: 1rem; border-radius: 4px; }
@media (max-width: 700px) { .two { grid-template-columns: minmax(0, 1fr); } }
</style>
