<script setup lang="ts">
import { computed, nextTick, onMounted, ref } from 'vue'
import { clinic, outcome, type Schemas } from '@/api/client'
import { useSession } from '@/app/session'
import { useStep } from '@/app/useStep'
import { useVisit } from '@/app/useVisit'
import { useChoices } from '@/steps/match/useChoices'
import { newRow, useSheetDraft, type SheetDraft } from '@/steps/match/useSheetDraft'
import CannotRead from '@/ui/CannotRead.vue'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import ConflictBox from '@/ui/ConflictBox.vue'
import ProblemNote from '@/ui/ProblemNote.vue'
import SaveState from '@/ui/SaveState.vue'
import TapeLine from '@/ui/TapeLine.vue'
import { minutesWords } from '@/ui/tape'
import CoverageList from './CoverageList.vue'
import DeskPlan from './DeskPlan.vue'
import DraftDrill from './DraftDrill.vue'
import LengthOptions from './LengthOptions.vue'
import { moved } from './order'

const { visit, frame, refresh } = useVisit()
const session = useSession()
const path = { visit: visit.value }
const { view, read, readAnew } = useStep<Schemas['ComposeOut']>(visit.value, 'compose', () => outcome(clinic.GET('/api/visits/{visit}/compose', { params: { path } })))
const page = ref('')
const opened = ref('')
const said = ref('')
const may = computed(() => session.may('compose'))

async function renew(): Promise<void> {
  await Promise.all([refresh(), readAnew()])
}

const { draft, change, undo, undoable } = useSheetDraft({
  visit: visit.value,
  stageOpen: () => !view.value?.stage_fixed,
  read: async () => {
    const found = await read()
    if (!found.ok) return found
    if (!page.value) page.value = found.data.drills.length ? 'draft' : 'lengths'
    const { revision, draft: drills, stage, order, groups } = found.data
    return { ok: true, data: { revision, value: { drills, stage, order, groups } } }
  },
  saved: renew,
})
const choices = useChoices(visit.value, async () => {
  const found = await read()
  return found.ok ? { ok: true, data: found.data.choices } : found
}, renew)
onMounted(() => Promise.all([draft.reload(), choices.reload()]))

const drills = computed(() => view.value?.drills ?? [])
const pages = computed(() => [{ value: 'draft', text: 'the sheet' }, { value: 'lengths', text: 'by length' }])
const minutes = computed(() => frame.value?.sheet.minutes_available ?? null)
const uncovered = computed(() => (view.value?.lengths.find((l) => l.own) ?? view.value?.lengths.at(-1))?.uncovered ?? [])
const measuring = computed(() => frame.value?.path.find((step) => step.step === 'measure'))
const samePhase = (index: number, by: number) => drills.value[index + by]?.phase === drills.value[index]?.phase

function inOrder(sheet: SheetDraft, order: string[]): void {
  const rank = new Map(order.map((drill, n) => [drill, n]))
  sheet.drills = [...sheet.drills].sort((a, b) => (rank.get(a.drill) ?? 99) - (rank.get(b.drill) ?? 99))
  sheet.order = 'phases'
}

async function move(from: number, to: number): Promise<void> {
  const order = moved(drills.value, from, to)
  const drill = drills.value[from]
  if (!order || !drill) {
    said.value = 'a drill stays in its phase: calm first, then soften, free, lengthen, wake, build, use'
    return
  }
  change((sheet) => inOrder(sheet, order))
  said.value = `${drill.title} is number ${to + 1} now`
  await draft.flush()
  await nextTick()
  document.querySelector<HTMLElement>(`[data-drill="${drill.drill}"] .grip`)?.focus()
}

function take(length: Schemas['LengthOption']): void {
  change((sheet) => {
    sheet.drills = length.drills.map((d) => newRow(d.drill, d.side, d.place))
    sheet.order = 'phases'
    sheet.groups = []
  })
  page.value = 'draft'
}

/** The choices the screen shows become the row's own, so that changing one keeps the others as they are seen. */
function alter(shown: Schemas['DraftDrillOut'], values: Record<string, unknown>): void {
  change((sheet) => {
    const found = sheet.drills.find((d) => d.drill === shown.drill)
    if (found) Object.assign(found, { method: shown.method, place: shown.place, step: shown.step }, 'step' in values || 'method' in values ? { dose: null } : {}, values)
  })
}

function swap(shown: Schemas['DraftDrillOut'], id: string): void {
  change((sheet) => {
    const index = sheet.drills.findIndex((d) => d.drill === shown.drill)
    if (index >= 0) sheet.drills[index] = newRow(id, shown.side)
  })
  opened.value = id
}

function drop(drill: string): void {
  change((sheet) => { sheet.drills = sheet.drills.filter((d) => d.drill !== drill) })
}
</script>

<template>
  <section v-if="view && frame" aria-label="Compose">
    <div class="head">
      <h1>Compose</h1>
      <span v-if="drills.length" class="quiet">{{ minutesWords(frame.sheet.seconds) }}<template v-if="minutes"> of {{ minutes }} min</template></span>
      <SaveState :state="draft.state.value" :at="draft.at.value" />
      <button v-if="undoable" class="act plain" @click="undo">undo</button>
      <ChoiceRow v-model="page" class="pages" keep label="show" hide-label :options="pages" />
    </div>
    <div v-if="!view.issues_program" class="stop-box"><strong>No program can be issued: the screen is {{ frame.outcome_words }}.</strong> What is composed here is for your thoughts only.</div>
    <template v-for="one in [draft, choices]" :key="one === draft ? 'sheet' : 'choices'">
      <ConflictBox v-if="one.state.value === 'conflict'" :problem="one.problem.value" @mine="one.keepMine" @theirs="one.takeTheirs" />
      <template v-else-if="one.state.value === 'refused' && one === draft">
        <ProblemNote :problem="one.problem.value" />
        <button class="act" @click="undoable ? undo() : one.takeTheirs()">Take the last change back</button>
      </template>
    </template>

    <p v-if="measuring?.state === 'waiting'" class="settle small"><strong>Measure first:</strong> {{ measuring.words }}. What it finds adds needs, and drills for them. <RouterLink :to="`/visit/${visit}/measure`">Go to Measure</RouterLink></p>
    <LengthOptions v-if="page === 'lengths'" :lengths="view.lengths" :present="drills.map((d) => d.drill)" :may="may" @take="take" />
    <template v-else>
      <p v-if="!drills.length" class="empty quiet">Nothing is on the sheet yet. Take an exact session under “by length”, or tick drills in Match.</p>
      <template v-else>
        <TapeLine :stretches="view.timeline" :drills="drills" :available="(minutes ?? 0) * 60" :width="740" :handles="may" :current="drills.findIndex((d) => d.drill === opened)" @pick="opened = drills[$event]?.drill ?? ''" @move="move" />
        <p class="small quiet">
          {{ minutesWords(frame.sheet.seconds_rising + frame.sheet.seconds_moving) }} of it for changing place and getting up<template v-if="minutes && !frame.sheet.over_minutes">, {{ minutesWords(minutes * 60 - frame.sheet.seconds) }} to spare</template>
          <strong v-if="frame.sheet.over_minutes" class="clay">, {{ minutesWords(frame.sheet.seconds - (minutes ?? 0) * 60) }} too long</strong>
        </p>
        <p class="visually-hidden" role="status">{{ said }}</p>
        <ol class="drills" aria-label="The session">
          <DraftDrill v-for="(d, n) in drills" :key="d.drill" :drill="d" :number="n + 1" :open="opened === d.drill" :may="may" :first="!samePhase(n, -1)" :last="!samePhase(n, 1)" @toggle="opened = opened === d.drill ? '' : d.drill" @move="(by) => move(n, n + by)" @alter="alter(d, $event)" @swap="swap(d, $event)" @drop="drop(d.drill)" />
        </ol>
        <CoverageList :coverage="view.coverage" :uncovered="uncovered" />
      </template>
      <DeskPlan v-if="view.desk && drills.length" :desk="view.desk" :note="choices.fields.value.work_hours" :may="may" @hours="choices.value.value!.work_hours = $event" />
    </template>
  </section>
  <CannotRead v-else :problem="draft.problem.value" @again="draft.reload" />
</template>

<style scoped>
.head { display: flex; align-items: baseline; gap: 1rem; margin-bottom: 0.5rem; flex-wrap: wrap; }
.pages { margin-left: auto; }
.drills { list-style: none; margin: 0.3rem 0 0; padding: 0; }
.settle { border-left: 3px solid var(--ink); padding-left: 0.6rem; margin-bottom: 0.4rem; }
.empty { border: 1px dashed var(--line-strong); padding: 1rem; border-radius: 4px; }
</style>
