<script setup lang="ts">
import { computed, nextTick, onBeforeUnmount, onMounted, ref } from 'vue'
import { clinic, outcome, type Schemas } from '@/api/client'
import { offerUndo } from '@/shell/lastAct'
import { usePanelKeys } from '@/shell/keys'
import { useSession } from '@/app/session'
import { useStep } from '@/shell/useStep'
import { useVisit } from '@/shell/useVisit'
import CannotRead from '@/ui/CannotRead.vue'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import ConflictBox from '@/ui/ConflictBox.vue'
import PickOne from '@/ui/PickOne.vue'
import ProblemNote from '@/ui/ProblemNote.vue'
import ReasonPanel, { type ReasonCard } from '@/ui/ReasonPanel.vue'
import SaveState from '@/ui/SaveState.vue'
import { positionWords, withUnit } from '@/ui/units'
import { useDraft } from '@/ui/useDraft'
import GoalField from './GoalField.vue'
import PatternList from './PatternList.vue'
import TestSidePanel from './TestSidePanel.vue'

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
const groups = computed(() => {
  const found: { position: string; tests: Schemas['TestOut'][] }[] = []
  for (const one of tests.value) {
    const last = found.at(-1)
    if (last?.position === one.position) last.tests.push(one)
    else found.push({ position: one.position, tests: [one] })
  }
  return found
})
const taken = computed(() => new Set((draft.value.value?.sittings ?? []).map((s) => s.measure)).size)

const wordOf = (side: Side) => (side === 'both' ? '' : side)
const sitting = (measure: string, side: Side) => draft.value.value?.sittings?.find((s) => s.measure === measure && s.side === wordOf(side) && s.state === state.value)

function setTrials(measure: string, side: Side, trials: number[]): void {
  const now = draft.value.value
  if (!now) return
  const others = (now.sittings ?? []).filter((s) => s !== sitting(measure, side))
  now.sittings = trials.length ? [...others, { measure, side: wordOf(side), trials, state: state.value, instrument: '' }] : others
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

async function open(measure: string, side = 0): Promise<void> {
  current.value = measure
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

const cell = (side: Schemas['TestSide'] | undefined, unit: string) => {
  if (!side) return ''
  if (side.verdict === 'exclude') return 'refused'
  return side.row ? `${withUnit(side.row.value, unit)}${side.row.grade && side.row.grade !== 'none' ? `, ${side.row.grade}` : ''}` : 'not taken'
}
</script>

<template>
  <section v-if="view && draft.value.value" aria-label="Measure">
    <div class="head">
      <h1>Measure</h1>
      <span class="quiet">{{ taken }} taken in this visit · {{ view.position_changes }} changes of position</span>
      <SaveState :state="draft.state.value" :at="draft.at.value" />
    </div>
    <ConflictBox v-if="draft.state.value === 'conflict'" :problem="draft.problem.value" @mine="draft.keepMine" @theirs="draft.takeTheirs" />
    <ProblemNote v-else-if="draft.state.value === 'refused'" :problem="draft.problem.value" />
    <div ref="panel" class="grid" tabindex="0" aria-label="The bench">
      <div class="list">
        <template v-for="(group, n) in groups" :key="n">
          <h2>{{ positionWords(group.position) }}</h2>
          <button v-for="one in group.tests" :key="one.measure" type="button" class="test" :class="{ here: one.measure === current }" :aria-current="one.measure === current || undefined" @click="open(one.measure)">
            <span class="name">{{ one.name }}</span>
            <span v-for="side in one.sides" :key="side.side" class="small" :class="{ clay: side.verdict === 'exclude', quiet: !side.row, wide: side.side === 'both' }">{{ side.side === 'both' ? '' : `${side.side} ` }}{{ cell(side, one.unit) }}</span>
          </button>
        </template>
        <label class="small quiet add">another test
          <PickOne search label="another test" placeholder="choose" :options="view.others.map((one) => ({ value: one.id, text: one.name }))" :model-value="''" @update:model-value="add" />
        </label>
      </div>

      <div v-if="test" class="bench">
        <div class="bench-head">
          <h2>{{ test.name }}</h2>
          <ChoiceRow v-model="state" label="Taken" hide-label keep :options="[{ value: 'cold', text: 'before drills' }, { value: 'after-drills', text: 'after drills' }]" />
        </div>
        <p class="small quiet">{{ positionWords(test.position) }}<template v-if="test.norm !== null"> · norm {{ withUnit(test.norm, test.unit) }}</template> · a change is real above {{ withUnit(test.error.in_use, test.unit) }}</p>
        <p v-if="test.guard" class="guard"><strong>Guard:</strong> {{ test.guard }}</p>
        <p v-if="test.note" class="small quiet">{{ test.note }}</p>
        <div class="sides" :class="{ one: test.sides.length === 1 }">
          <TestSidePanel v-for="(side, n) in test.sides" :key="`${test.measure}-${side.side}-${state}`" :test="test" :side="side" :trials="sitting(test.measure, side.side)?.trials ?? []" :note="noteFor(test.measure, side.side)" @update:trials="setTrials(test.measure, side.side, $event)" @onward="onward(n)" @why="explain(test, side)" />
        </div>
        <div v-if="session.may('compose')" class="sides" :class="{ one: test.sides.length === 1 }">
          <GoalField v-for="side in test.sides" :key="`${test.measure}-${side.side}`" :label="side.side === 'both' ? 'Goal for this client' : `Goal, ${side.side}`" :unit="test.unit" :valid="test.valid" :model-value="goalOf(test.measure, side.side)" @update:model-value="setGoal(side.side, $event)" />
        </div>
        <PatternList :patterns="view.patterns" :findings="view.findings" :signs="view.signs" :observed="draft.value.value.observed ?? []" @toggle="toggleSign" @test="(m) => (tests.some((t) => t.measure === m) ? open(m) : add(m))" />
      </div>
    </div>
    <ReasonPanel :open="!!why" :title="why?.title ?? ''" :reasons="why?.reasons ?? []" @close="why = null" />
  </section>
  <CannotRead v-else :problem="draft.problem.value" @again="draft.reload" />
</template>

<style scoped>
.head { display: flex; align-items: baseline; gap: 1rem; margin-bottom: 0.5rem; flex-wrap: wrap; }
.grid { display: grid; grid-template-columns: 272px minmax(0, 1fr); gap: 1.1rem; outline-offset: 4px; }
.list { max-height: calc(100vh - 145px); overflow: hidden auto; padding-right: 0.4rem; }
.list h2 { font-size: 0.9rem; font-family: var(--sans); color: var(--ink-2); font-weight: 600; margin: 0.5rem 0 0.1rem; }
.test { display: grid; grid-template-columns: 1fr 1fr; width: 100%; text-align: left; border: 0; border-top: 1px solid var(--line); background: none; font: inherit; color: inherit; padding: 0.3rem 0.4rem; min-height: 44px; cursor: pointer; gap: 0 0.5rem; }
.test .name, .test .wide { grid-column: 1 / -1; }
.test .name { line-height: 1.2; }
.test.here { background: var(--card); box-shadow: inset 4px 0 0 var(--river); padding-left: 0.7rem; }
.test.here .name { font-weight: 600; }
.add { display: grid; margin-top: 0.6rem; min-width: 0; }
.add .pick { width: 100%; }
.bench { display: grid; gap: 0.45rem; align-content: start; min-width: 0; max-height: calc(100vh - 145px); overflow-y: auto; }
.bench-head { display: flex; gap: 0.8rem; justify-content: space-between; align-items: start; flex-wrap: wrap; }
.guard { border-left: 3px solid var(--ink); padding-left: 0.6rem; font-size: 0.95rem; }
.sides { display: grid; grid-template-columns: minmax(0, 1fr) minmax(0, 1fr); gap: 1rem; }
.sides.one { grid-template-columns: minmax(0, 1fr); }
@media (max-width: 1000px) { .grid { grid-template-columns: 1fr; } .list, .bench { max-height: none; } }
</style>
