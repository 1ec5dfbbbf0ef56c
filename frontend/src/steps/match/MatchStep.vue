<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { clinic, outcome, type Schemas } from '@/api/client'
import { needWords, useOptions } from '@/app/options'
import { useSession } from '@/app/session'
import { useStep } from '@/app/useStep'
import { useVisit } from '@/app/useVisit'
import CannotRead from '@/ui/CannotRead.vue'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import ConflictBox from '@/ui/ConflictBox.vue'
import ProblemNote from '@/ui/ProblemNote.vue'
import ReasonPanel, { type ReasonCard } from '@/ui/ReasonPanel.vue'
import SaveState from '@/ui/SaveState.vue'
import ChoicesPage from './ChoicesPage.vue'
import LeftOutList from './LeftOutList.vue'
import OverrideForm from './OverrideForm.vue'
import RankedRow from './RankedRow.vue'
import StageQuestion from './StageQuestion.vue'
import { useChoices } from './useChoices'
import { newRow, useSheetDraft } from './useSheetDraft'

type Explained = Pick<Schemas['LeftOutDrill'], 'drill' | 'override' | 'verdict' | 'side'>

const { visit, frame, refresh } = useVisit()
const session = useSession()
const { options } = useOptions()
const path = { visit: visit.value }
const { view, read, readAnew } = useStep<Schemas['MatchOut']>(visit.value, 'match', () => outcome(clinic.GET('/api/visits/{visit}/match', { params: { path } })))
const why = ref<{ title: string; intro: string; reasons: ReasonCard[]; about: Explained } | null>(null)
const page = ref('drills')
const canCompose = computed(() => session.may('compose'))

async function renew(): Promise<void> {
  await Promise.all([refresh(), readAnew()])
}

const { draft, change, undo, undoable } = useSheetDraft({
  visit: visit.value,
  stageOpen: () => !view.value?.stage_fixed,
  read: async () => {
    const found = await read()
    if (!found.ok) return found
    const { revision, ticked, stage, order, groups } = found.data
    return { ok: true, data: { revision, value: { drills: ticked, stage: stage ?? null, order, groups } } }
  },
  saved: renew,
})
const choices = useChoices(visit.value, async () => {
  const found = await read()
  return found.ok ? { ok: true, data: found.data.choices } : found
}, renew)
onMounted(() => Promise.all([draft.reload(), choices.reload()]))

const drills = computed(() => draft.value.value?.drills ?? [])
const pinned = computed(() => new Set(choices.value.value?.pinned ?? []))
const titles = computed(() => Object.fromEntries([...(view.value?.ranked ?? []), ...(view.value?.left_out ?? [])].map((d) => [d.drill, d.title])))
const tickedOf = (drill: string) => drills.value.find((d) => d.drill === drill)
const onSheet = (drill: string) => frame.value?.sheet.drills.find((d) => d.drill === drill)

function toggle(drill: Schemas['RankedDrill']): void {
  if (!canCompose.value) return
  change((now) => {
    now.drills = tickedOf(drill.drill)
      ? now.drills.filter((d) => d.drill !== drill.drill)
      : [...now.drills, newRow(drill.drill, drill.tick_side)]
  })
}

function alter(drill: string, values: { method?: string; side?: string }): void {
  change((now) => {
    const found = now.drills.find((d) => d.drill === drill)
    if (found) Object.assign(found, values, 'method' in values ? { step: null, dose: null } : { step: null })
  })
}

function togglePin(drill: string): void {
  const now = choices.value.value
  if (now) now.pinned = pinned.value.has(drill) ? (now.pinned ?? []).filter((d) => d !== drill) : [...(now.pinned ?? []), drill]
}

function bar(drill: string, reason: string): void {
  const now = choices.value.value
  if (!now) return
  now.barred = { ...now.barred, [drill]: reason }
  now.pinned = (now.pinned ?? []).filter((d) => d !== drill)
  if (tickedOf(drill)) change((sheet) => { sheet.drills = sheet.drills.filter((d) => d.drill !== drill) })
}

function setStage(stage: number): void {
  change((now) => { now.stage = stage })
}

function explain(drill: Schemas['RankedDrill']): void {
  const needs = drill.needs.map(needWords).join(', ')
  why.value = {
    title: drill.title, about: { ...drill, side: drill.side },
    intro: `For: ${needs}. Fit ${Math.round(drill.fit * 100)} of 100, relief ${drill.relief} of 3, risk ${drill.risk} of 3, burden ${Math.round(drill.burden * 100)} of 100.${drill.ladder ? ` On the ladder ${drill.ladder}.` : ''}`,
    reasons: drill.reasons.map((one) => ({ ...one, source: one.source ?? null })),
  }
}

function explainLeftOut(drill: Schemas['LeftOutDrill']): void {
  why.value = { title: drill.title, intro: '', reasons: [{ rule: drill.rule, text: drill.reason, source: drill.source ?? null }, ...drill.reasons.map((one) => ({ ...one, source: one.source ?? null }))], about: drill }
}

async function overridden(): Promise<void> {
  why.value = null
  await renew()
}
</script>

<template>
  <section v-if="view && frame" aria-label="Match">
    <div class="head">
      <h1>Match</h1>
      <span class="quiet">{{ drills.length }} kept of {{ view.ranked.length }}</span>
      <SaveState :state="draft.state.value" :at="draft.at.value" />
      <button v-if="undoable" class="act plain" @click="undo">undo</button>
      <ChoiceRow v-model="page" class="pages" keep label="show" hide-label :options="[{ value: 'drills', text: 'the drills' }, { value: 'needs', text: 'needs, methods, choices' }]" />
    </div>
    <div v-if="!view.issues_program" class="stop-box">
      <strong>No program can be issued: the screen is {{ frame.outcome_words }}.</strong>
      The ranking below is for your thoughts only. <RouterLink :to="`/visit/${visit}/screening`">Go to Screen</RouterLink>
    </div>
    <template v-for="one in [draft, choices]" :key="one === draft ? 'sheet' : 'choices'">
      <ConflictBox v-if="one.state.value === 'conflict'" :problem="one.problem.value" @mine="one.keepMine" @theirs="one.takeTheirs" />
      <template v-else-if="one.state.value === 'refused'">
        <ProblemNote :problem="one.problem.value" />
        <button class="act" @click="one === draft && undoable ? undo() : one.takeTheirs()">Take the last change back</button>
      </template>
    </template>

    <ChoicesPage v-if="page === 'needs' && choices.value.value" :visit="visit" :needs="view.needs" :choices="choices.value.value" :overrides="view.choices.overrides" :titles="titles" :fields="choices.fields.value" :may="canCompose" @changed="renew" @choose="(values) => Object.assign(choices.value.value!, values)" />
    <template v-else>
      <StageQuestion v-if="view.stages.length" :stages="view.stages" :stage="draft.value.value?.stage ?? view.stage" :asked="view.stage_asked" :fixed="view.stage_fixed || !canCompose" @stage="setStage" />
      <p class="needs small"><span class="quiet">needed:</span>
        <span v-for="need in view.needs.slice(0, 8)" :key="need.id" class="need"><i :style="{ width: `${need.weight * 26}px` }" />{{ needWords(need.id) }}</span>
      </p>
      <p v-if="view.tests_first.length" class="first small"><strong>What it needs hangs on a test that is not taken yet:</strong> {{ view.tests_first.join(', ') }}. <RouterLink :to="`/visit/${visit}/measure`">Measure it</RouterLink>, and the ranking changes.</p>
      <p v-if="!view.ranked.length" class="empty quiet">No drill can be ranked yet. The condition, its side and the places at home come from Story; findings from Measure add needs.</p>
      <ol class="ranking" aria-label="Ranking">
        <RankedRow v-for="drill in view.ranked" :key="drill.drill" :drill="drill" :ticked="tickedOf(drill.drill)" :line="onSheet(drill.drill)" :pinned="pinned.has(drill.drill)" :may="canCompose" @tick="toggle(drill)" @method="alter(drill.drill, { method: $event })" @side="alter(drill.drill, { side: $event })" @pin="togglePin(drill.drill)" @bar="bar(drill.drill, $event)" @why="explain(drill)" />
      </ol>
      <LeftOutList :left-out="view.left_out" @explain="explainLeftOut" />
    </template>
    <ReasonPanel :open="!!why" :title="why?.title ?? ''" :intro="why?.intro" :reasons="why?.reasons ?? []" :version="options?.knowledge_version" @close="why = null">
      <OverrideForm v-if="why && why.about.verdict !== 'clear'" :key="why.about.drill" :visit="visit" :drill="why.about.drill" :side="why.about.side" :override="why.about.override" :verdict="why.about.verdict" @done="overridden" />
    </ReasonPanel>
  </section>
  <CannotRead v-else :problem="draft.problem.value" @again="draft.reload" />
</template>

<style scoped>
.head { display: flex; align-items: baseline; gap: 1rem; margin-bottom: 0.5rem; flex-wrap: wrap; }
.pages { margin-left: auto; }
.needs { display: flex; flex-wrap: wrap; gap: 0.2rem 0.9rem; margin: 0.3rem 0; }
.first { border-left: 3px solid var(--ink); padding-left: 0.6rem; margin: 0.3rem 0; }
.need { display: inline-flex; align-items: center; gap: 0.35rem; }
.need i { height: 5px; background: var(--river); display: inline-block; }
.ranking { list-style: none; margin: 0; padding: 0; }
.empty { border: 1px dashed var(--line-strong); padding: 1rem; border-radius: 4px; }
</style>
