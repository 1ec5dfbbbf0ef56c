<script setup lang="ts">
import { ConfigProvider, Segmented } from 'ant-design-vue'
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, onMounted, ref, useTemplateRef } from 'vue'
import { useRoute } from 'vue-router'
import { clinic, outcome, type Schemas } from '@/api/client'
import { usePanelKeys } from '@/shell/keys'
import { needWords, useOptions } from '@/app/options'
import { useSession } from '@/app/session'
import { useStep } from '@/shell/useStep'
import { unwrap, useVisit } from '@/shell/useVisit'
import CannotRead from '@/ui/CannotRead.vue'
import ConflictBox from '@/ui/ConflictBox.vue'
import ProblemNote from '@/ui/ProblemNote.vue'
import SideDrawer from '@/ui/SideDrawer.vue'
import ReasonPanel from '@/ui/ReasonPanel.vue'
import SaveState from '@/ui/SaveState.vue'
import TapeLine from '@/ui/TapeLine.vue'
import { minutesWords } from '@/ui/tape'
import { ordered } from './arrange'
import ChoicesPage from './ChoicesPage.vue'
import CoverageList from './CoverageList.vue'
import DeskPlan from './DeskPlan.vue'
import ElsewhereList from './ElsewhereList.vue'
import GroupLine from './GroupLine.vue'
import HandOverBar from './HandOverBar.vue'
import KeepOrBar from './KeepOrBar.vue'
import LengthChoice from './LengthChoice.vue'
import NeedsLine from './NeedsLine.vue'
import OthersPanel from './OthersPanel.vue'
import OverrideForm from './OverrideForm.vue'
import PlanRow from './PlanRow.vue'
import StageQuestion from './StageQuestion.vue'
import TemplatesDrawer from './TemplatesDrawer.vue'
import { useArranging } from './useArranging'
import { useChoices } from './useChoices'
import { usePlanDraft } from './usePlanDraft'

const { visit, frame, refresh } = useVisit()
const session = useSession()
const { options } = useOptions()
const path = { visit: visit.value }
const { view, read, readAnew } = useStep<Schemas['PlanOut']>(visit.value, 'plan', () => outcome(clinic.GET('/api/visits/{visit}/plan', { params: { path } })))
const page = ref('sheet')
const browsing = ref(false)
/** the others over the session, with both pictures and the whole reason */
const enlarged = ref(false)
const asked = ref<number | undefined>()
const why = ref<Schemas['OtherDrill'] | null>(null)
const panel = useTemplateRef<HTMLElement>('panel')
/** a session is being made anew: nothing is changed by hand until it stands */
const remaking = ref(false)
const mayPlan = computed(() => session.may('compose') && !frame.value?.closed)
const may = computed(() => mayPlan.value && !remaking.value)

/** what the ranking, the lengths and the drills by hand hang on: they are read again when it changes */
const basis = computed(() => view.value?.choices.revision ?? 0)
const askedFor = <T,>(name: string, key: () => unknown, ask: () => Promise<T>, wanted: () => boolean = () => true) =>
  useQuery({ queryKey: computed(() => ['plan', visit.value, name, key()]), queryFn: ask, placeholderData: keepPreviousData, enabled: computed(() => !!view.value && wanted()) })
/** what was told and found so far: the sheet in progress changes nothing about the other drills but by its stage */
const told = computed(() => ({ ...frame.value?.revisions, plan: undefined, stage: view.value?.stage }))
const { data: others } = askedFor('others', () => [basis.value, told.value], async () => unwrap(await outcome(clinic.GET('/api/visits/{visit}/plan/others', { params: { path } }))))
const { data: lengths } = askedFor('lengths', () => [basis.value, asked.value], async () => unwrap(await outcome(clinic.GET('/api/visits/{visit}/plan/lengths', { params: { path, query: { minutes: asked.value } } }))))
const { data: byHand, refetch: readByHand } = askedFor('by-hand', () => [view.value?.revision, basis.value], async () => unwrap(await outcome(clinic.GET('/api/visits/{visit}/plan/by-hand', { params: { path } }))))

const { data: there } = askedFor('elsewhere', () => [view.value?.revision, basis.value, told.value], async () => unwrap(await outcome(clinic.GET('/api/visits/{visit}/plan/elsewhere', { params: { path } }))), () => !!view.value?.elsewhere)

async function renew(): Promise<void> {
  const [, found] = await Promise.all([refresh(), readAnew()])
  if (found.ok && found.data.made) await draft.reload()
  remaking.value = false
}

/** A session that nobody has touched is made anew for the stage; one that was touched keeps its drills. */
function setStage(stage: number): void {
  remaking.value = !!view.value?.made
  change((plan) => Object.assign(plan, { stage }, remaking.value ? { drills: [], order: 'rules', groups: [] } : {}))
}

const plan = usePlanDraft({
  visit: visit.value,
  stageOpen: () => !view.value?.stage_fixed,
  read: async () => {
    const found = await read()
    if (!found.ok) return found
    const { revision, draft: drills, stage, order, groups } = found.data
    return { ok: true, data: { revision, value: { drills, stage, order, groups } } }
  },
  saved: renew,
})
const { draft, change, undo, undoable } = plan
const choices = useChoices(visit.value, async () => {
  const found = await read()
  return found.ok ? { ok: true, data: found.data.choices } : found
}, renew)
const route = useRoute()
const reload = () => Promise.all([draft.reload(), choices.reload()])
onMounted(async () => {
  await reload()
  // whoever comes from Try with a drill finds it open
  if (typeof route.query.drill === 'string') opened.value = drills.value.findIndex((one) => one.drill === route.query.drill)
})

const drills = computed(() => view.value?.drills ?? [])
const rows = computed(() => draft.value.value?.drills ?? [])
const standingOf = (drill: Schemas['PlanDrillOut']) => (drill.rest ? undefined : byHand.value?.drills.find((one) => one.drill === drill.drill))
const onSheet = computed(() => new Set(rows.value.map((row) => row.drill)))
const titles = computed(() => Object.fromEntries((others.value?.drills ?? []).map((one) => [one.drill, one.title])))
const pinned = computed(() => new Set(choices.value.value?.pinned ?? []))
const title = computed(() => {
  if (!view.value) return ''
  if (view.value.made) return drills.value.length ? `A session for ${view.value.made_for} minutes, made from what you found` : 'Plan'
  return 'The session'
})
const uncovered = computed(() => (lengths.value?.lengths.find((one) => one.own) ?? lengths.value?.lengths.at(-1))?.uncovered ?? [])
const hand = useArranging(plan, drills, titles)
const { said, opened, left } = hand

function explain(drill: string): void {
  why.value = others.value?.drills.find((one) => one.drill === drill) ?? null
}

function setPinned(drill: string): void {
  const now = choices.value.value
  if (now) now.pinned = pinned.value.has(drill) ? (now.pinned ?? []).filter((one) => one !== drill) : [...(now.pinned ?? []), drill]
}

function bar(drill: string, reason: string): void {
  const now = choices.value.value
  if (!now) return
  now.barred = { ...now.barred, [drill]: reason }
  now.pinned = (now.pinned ?? []).filter((one) => one !== drill)
  if (onSheet.value.has(drill)) hand.dropDrill(drill)
  why.value = null
}

function taken(found: Schemas['TakenOut']): void {
  hand.takeOver(found)
  browsing.value = false
}

async function overridden(): Promise<void> {
  why.value = null
  await renew()
}

/** What is shown is what is handed over: a made session becomes the draft, with the orders for home that are offered. */
async function settle(): Promise<boolean> {
  const plan = draft.value.value
  if (!plan || remaking.value) return false
  if (view.value?.made) {
    const offered = byHand.value ?? (await readByHand()).data
    plan.drills = ordered(plan.drills, drills.value).map((row) => ({ ...row, order: row.order ?? offered?.drills.find((one) => one.drill === row.drill)?.offered ?? { ease: true } }))
  }
  return sent()
}

/** Whether everything that was changed is with the clinic. */
async function sent(): Promise<boolean> {
  await draft.flush()
  return draft.state.value === 'saved' || draft.state.value === 'idle'
}

usePanelKeys(panel, () => [
  { key: '.', does: 'next drill', run: () => { opened.value = Math.min(drills.value.length - 1, opened.value + 1) } },
  { key: ',', does: 'drill before', run: () => { opened.value = Math.max(0, opened.value - 1) } },
  { key: '+', does: 'heavier', run: () => step(1) },
  { key: '-', does: 'lighter', run: () => step(-1) },
  { key: 'u', does: 'undo', run: undo },
])

function step(by: number): void {
  const shown = drills.value[opened.value]
  const at = shown?.steps.findIndex((one) => one.step === shown.step) ?? -1
  const to = shown?.steps[at + by]
  if (may.value && shown && to && at >= 0) hand.alter(shown, { step: to.step, method: shown.method, dose: null })
}
</script>

<template>
  <ConfigProvider :theme="{ token: { controlHeight: 36, fontSize: 15 } }">
    <section v-if="view && frame && draft.value.value && choices.value.value" ref="panel" aria-label="Plan" class="plan">
      <div class="main">
        <div class="head">
          <h1><span v-if="title !== 'Plan'" class="visually-hidden">Plan: </span>{{ title }}</h1>
          <SaveState :state="draft.state.value" :at="draft.at.value" />
          <button type="button" class="act plain" @click="browsing = true">Templates</button>
          <Segmented v-model:value="page" class="pages" role="radiogroup" aria-label="show" :options="[{ value: 'sheet', label: 'the session' }, { value: 'needs', label: 'needs, methods, choices' }]" />
        </div>
        <div v-if="!view.issues_program" class="stop-box"><strong>No program can be issued: the screen is {{ frame.outcome_words }}.</strong> What stands here is for your thoughts only. <RouterLink :to="`/visit/${visit}/screening`">Go to Screen</RouterLink></div>
        <p v-if="frame.noted" class="first small"><strong>Noted in Screen, judged by no rule:</strong> {{ frame.noted }}</p>
        <template v-for="one in [draft, choices]" :key="one === draft ? 'sheet' : 'choices'">
          <ConflictBox v-if="one.state.value === 'conflict'" :problem="one.problem.value" :titles="titles" @mine="one.keepMine" @theirs="one.takeTheirs" />
          <template v-else-if="one.state.value === 'refused'">
            <ProblemNote :problem="one.problem.value" />
            <button class="act" @click="one === draft && undoable ? undo() : one.takeTheirs()">Take the last change back</button>
          </template>
        </template>
        <p class="visually-hidden" role="status">{{ said }}</p>

        <ChoicesPage v-if="page === 'needs'" :visit="visit" :needs="view.needs" :choices="choices.value.value" :overrides="view.choices.overrides" :titles="titles" :fields="choices.fields.value" :may="may" @changed="renew" @choose="(values) => Object.assign(choices.value.value!, values)" />
        <template v-else>
          <StageQuestion v-if="view.stages.length" :stages="view.stages" :stage="draft.value.value.stage ?? view.stage" :asked="view.stage_asked" :fixed="view.stage_fixed || !mayPlan" @stage="setStage" />
          <p v-if="remaking" class="small quiet">The session is being made for this stage.</p>
          <LengthChoice :lengths="lengths" :present="rows" :may="may" @take="hand.take($event.drills)" @ask="asked = $event" />
          <div v-if="left" class="first small" role="status"><strong>{{ left.name }} is taken.</strong> <template v-if="!left.said.length">Nothing had to be changed for this client.</template><ul v-else><li v-for="line in left.said" :key="line">{{ line }}</li></ul></div>
          <p v-if="view.tests_first.length" class="first small"><strong>What it needs hangs on a test that is not taken yet:</strong> {{ view.tests_first.join(', ') }}. <RouterLink :to="`/visit/${visit}/measure`">Measure it</RouterLink>, and the session changes.</p>
          <p v-for="one in view.refused" :key="one.drill" class="small clay"><strong>{{ one.title }}</strong> taken off: {{ one.reason }} <button type="button" class="act plain" @click="explain(one.drill)">why, and who may override it</button></p>
          <p v-if="!drills.length" class="empty quiet">Nothing is on the sheet yet. {{ lengths?.lengths[0]?.reason ?? 'Take a length above, or put drills on from the right.' }}</p>
          <template v-else>
            <TapeLine :stretches="view.timeline" :drills="drills" :available="(view.minutes ?? 0) * 60" :width="740" :handles="may" :current="opened" @pick="opened = $event" @move="hand.move" />
            <p class="small quiet">
              {{ minutesWords(view.seconds) }}<template v-if="view.minutes"> of {{ view.minutes }} min</template><template v-if="view.seconds_between">, {{ minutesWords(view.seconds_between) }} of it for changing place and getting up</template>
              <strong v-if="view.over_minutes" class="clay">, {{ minutesWords(view.seconds - (view.minutes ?? 0) * 60) }} too long</strong>
              <template v-if="view.order === 'own'">, in your own order</template>
            </p>
            <p v-if="view.order === 'own' && byHand?.out_of_order.length" class="small quiet">The usual order has these earlier: {{ byHand.out_of_order.join(', ') }}.</p>
            <NeedsLine :coverage="view.coverage" />
            <ol class="drills" aria-label="The session">
              <template v-for="(d, n) in drills" :key="`${d.drill}-${d.rest}-${n}`">
                <GroupLine v-if="hand.groupAt(n)" :group="hand.groupAt(n)!" :first="n + 1" :may="may" :places="drills.slice(n, n + hand.groupAt(n)!.drills.length).map((one) => one.place)" @change="hand.changeGroup(hand.groupAt(n)!, $event)" @apart="hand.changeGroup(hand.groupAt(n)!, null)" />
                <PlanRow :drill="d" :row="hand.rowOf(d)" :standing="standingOf(d)" :efforts="view.efforts" :fields="draft.fields.value" :number="n + 1" :open="opened === n" :may="may" :last="n + 1 === drills.length" @toggle="opened = opened === n ? -1 : n" @move="(by) => hand.move(n, n + by)" @alter="hand.alter(d, $event)" @part="(name, value) => hand.part(d, name, value)" @swap="hand.swap(n, $event)" @drop="hand.drop(n)" @join="hand.join(n)" @returns="hand.returns(n)" />
              </template>
            </ol>
            <details class="more"><summary>What it covers, need by need</summary><CoverageList :coverage="view.coverage" :uncovered="uncovered" /></details>
          </template>
          <ElsewhereList v-if="drills.length" :name="view.elsewhere" :there="there" :fields="draft.fields.value" :rows="rows" :may="may" :story="`/visit/${visit}/story`" @choose="hand.elsewhere" />
          <DeskPlan v-if="view.desk && drills.length" :desk="view.desk" :note="choices.fields.value.work_hours" :may="may" @hours="choices.value.value!.work_hours = $event" />
          <p v-else-if="drills.length && may"><button type="button" class="act plain" @click="choices.value.value!.work_hours = { ...view.hours_of_a_set }">Plan breaks at work</button></p>
        </template>
        <HandOverBar :frame="frame" :view="view" :making="remaking" :settle="settle" :undo="undoable ? undo : undefined" />
      </div>
      <TemplatesDrawer :open="browsing" :visit="visit" :condition="frame.condition_id" :condition-name="frame.condition" :may="may" :drills="drills.length" :settle="sent" @close="browsing = false" @take="taken" />
      <OthersPanel v-if="!enlarged" class="beside" :drills="others?.drills ?? []" :on-sheet="onSheet" :may="may" @enlarge="enlarged = true" @put="hand.put" @why="why = $event" />
      <SideDrawer :open="enlarged" title="Every drill for this client" :width="772" @close="enlarged = false">
        <OthersPanel v-if="enlarged" large :drills="others?.drills ?? []" :on-sheet="onSheet" :may="may" @put="hand.put" @why="why = $event" />
      </SideDrawer>
      <ReasonPanel :open="!!why" :title="why?.title ?? ''" :intro="why ? `${why.name}. For: ${why.needs.map((one) => needWords(one.id)).join(', ')}.${why.parts ? ` Fit ${Math.round(why.parts.fit * 100)} of 100, relief ${why.parts.relief} of 3, risk ${why.parts.risk} of 3, burden ${Math.round(why.parts.burden * 100)} of 100.` : ` ${why.why}.`}${why.ladder ? ` On the ladder ${why.ladder}.` : ''}` : ''" :reasons="(why?.reasons ?? []).map((one) => ({ ...one, source: one.source ?? null }))" :version="options?.knowledge_version" @close="why = null">
        <template v-if="why && may">
          <RouterLink v-if="why.standing !== 'refused'" class="act try" :to="{ path: `/visit/${visit}/tryout`, query: { drill: why.drill, side: why.side } }">Try it now</RouterLink>
          <KeepOrBar :pinned="pinned.has(why.drill)" :barred="why.drill in (choices.value.value?.barred ?? {})" @pin="setPinned(why.drill)" @bar="bar(why.drill, $event)" />
          <OverrideForm v-if="why.verdict !== 'clear'" :key="why.drill" :visit="visit" :drill="why.drill" :side="why.side" :override="why.override" :verdict="why.verdict" @done="overridden" />
        </template>
      </ReasonPanel>
    </section>
    <CannotRead v-else :problem="draft.problem.value ?? choices.problem.value" @again="reload" />
  </ConfigProvider>
</template>

<style scoped>
.plan { display: grid; grid-template-columns: minmax(0, 1fr) 312px; gap: 1.2rem; align-items: start; }
.main { display: grid; gap: 0.5rem; min-width: 0; }
.head { display: flex; align-items: baseline; gap: 0.8rem; flex-wrap: wrap; }
.head h1 { font-size: 1.5rem; }
.pages { margin-left: auto; background: var(--paper-deep); align-self: center; }
.beside { border-left: 1px solid var(--line); padding-left: 1.1rem; position: sticky; top: 0.6rem; max-height: calc(100vh - 1.2rem); overflow-y: auto; }
.drills { list-style: none; margin: 0; padding: 0; }
.first ul { margin: 0; padding-left: 1.1rem; }
.first { border-left: 3px solid var(--ink); padding-left: 0.6rem; }
.try { display: inline-grid; place-items: center; text-decoration: none; justify-self: start; }
.empty { border: 1px dashed var(--line-strong); padding: 1rem; border-radius: 4px; }
.more summary { cursor: pointer; min-height: 36px; color: var(--river); }
@media (max-width: 1000px) { .plan { grid-template-columns: minmax(0, 1fr); } .beside { position: static; max-height: none; border-left: 0; padding-left: 0; border-top: 2px solid var(--line); padding-top: 0.6rem; } }
</style>
