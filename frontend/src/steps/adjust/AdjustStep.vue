<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import { useSession } from '@/app/session'
import { useStep } from '@/shell/useStep'
import { useVisit } from '@/shell/useVisit'
import CannotRead from '@/ui/CannotRead.vue'
import ReasonPanel, { type ReasonCard } from '@/ui/ReasonPanel.vue'
import OpenSigns from '@/steps/respond/OpenSigns.vue'
import RestLines from '@/steps/respond/RestLines.vue'
import BottomBar from '@/shell/BottomBar.vue'
import AdjustBar from './AdjustBar.vue'
import { decidedWords, sorted } from './asks'
import DrillProposal from './DrillProposal.vue'
import MadeVersion from './MadeVersion.vue'
import NextPreview from './NextPreview.vue'
import PlanProposal from './PlanProposal.vue'

/** What asks for a decision, the rest in one line, and beside it what the client will read. */
const emit = defineEmits<{ closeVisit: [] }>()
const { visit, frame, refresh } = useVisit()
const session = useSession()
const path = { visit: visit.value }
const { view: review, read, readAnew, show } = useStep<Schemas['ReviewOut']>(visit.value, 'review', () => outcome(clinic.GET('/api/visits/{visit}/review', { params: { path } })))
const problem = ref<Problem | null>(null)
const closing = ref<Problem | null>(null)
const made = ref<Schemas['VersionLine'] | null | undefined>(undefined)
const why = ref<{ title: string; reasons: ReasonCard[] } | null>(null)

async function open(): Promise<void> {
  const found = await read()
  problem.value = found.ok ? null : found.problem
}
onMounted(open)

const shown = computed(() => sorted(review.value?.proposals ?? []))
const showing = ref(false)
const busy = ref(false)
const kindOf = (one: Schemas['ProposalOut']) => (one.about === 'drill' ? DrillProposal : PlanProposal)
const percent = (share: number) => `${Math.round(share * 100)} % of the days due were done`

function explain(p: Schemas['ProposalOut']): void {
  why.value = { title: p.title, reasons: [{ rule: p.rule_name, text: p.detail, threshold: p.threshold, source: p.source ?? null }, { rule: 'why there is this rule', text: p.rule_text, source: null }] }
}

function update(found: Schemas['ReviewOut']): void {
  show(found)
  closing.value = null
  refresh()
}

async function close(): Promise<void> {
  if (!review.value) return
  busy.value = true
  const found = await outcome(clinic.POST('/api/visits/{visit}/review/close', { params: { path }, body: { version: review.value.version } }))
  busy.value = false
  closing.value = found.ok ? null : found.problem
  if (!found.ok) return
  made.value = found.data.version ?? null
  await refresh()
}

const planned = computed(() => (review.value?.proposals ?? []).filter((one) => one.about === 'drill').map(({ drill, title }) => ({ drill, title })))

async function answered(): Promise<void> {
  await Promise.all([refresh(), readAnew()])
}

async function again(): Promise<void> {
  made.value = undefined
  await refresh()
  await open()
}
</script>

<template>
  <section v-if="frame" aria-label="Adjust">
    <div class="head">
      <h1>Adjust</h1>
      <span v-if="review && made === undefined" class="quiet">{{ decidedWords(shown.asking) }}<template v-if="typeof review.adherence === 'number'"> · {{ percent(review.adherence) }}</template></span>
    </div>
    <CannotRead v-if="!review && problem?.status !== 404" :problem="problem" @again="open" />
    <p v-else-if="!review" class="empty quiet">There is no plan to adjust yet. Hand over a sheet first; its responses and what they ask for appear here.</p>
    <MadeVersion v-else-if="made !== undefined" :made="made" :visit="visit" @again="again" @taken-back="again" />
    <div v-else class="two">
      <div class="asking">
        <OpenSigns :visit="visit" :signs="review.signs" :may="session.may('answer-sign')" @answered="answered" />
        <RestLines v-if="review.rests.length" :visit="visit" :rests="review.rests" :drills="planned" :may="session.may('order-rest')" @changed="answered" />
        <section v-if="review.at_home.length" class="home" aria-label="At home already">
          <p><strong>At home already, by itself:</strong> <template v-for="(one, n) in review.at_home" :key="one.title">{{ n ? '; ' : '' }}<span :class="{ clay: one.grave }">{{ one.title }}: {{ one.words }}</span></template>.</p>
        </section>
        <component :is="kindOf(p)" v-for="p in shown.asking" :key="p.key" :proposal="p" :visit="visit" :may="session.may('decide-proposal')" @decided="update" @explain="explain(p)" @stale="open" />
        <PlanProposal v-for="p in shown.telling" :key="p.key" :proposal="p" :visit="visit" :may="session.may('decide-proposal')" @decided="update" @explain="explain(p)" @stale="open" />
        <div v-if="shown.staying.length" class="rest">
          <p><strong>{{ shown.staying.length === 1 ? '1 drill stays as it is.' : `${shown.staying.length} drills stay as they are.` }}</strong> <span class="quiet">{{ shown.staying.map((one) => (one.response === 'waiting' ? `${one.title} (waits for its morning)` : one.title)).join(', ') }}.</span></p>
          <button type="button" class="link" :aria-expanded="showing" @click="showing = !showing">{{ showing ? 'hide them' : 'show them' }}</button>
        </div>
        <RestLines v-if="!review.rests.length" :visit="visit" :rests="review.rests" :drills="planned" :may="session.may('order-rest')" @changed="answered" />
        <template v-if="showing"><DrillProposal v-for="p in shown.staying" :key="p.key" :proposal="p" :visit="visit" :may="session.may('decide-proposal')" @decided="update" @explain="explain(p)" @stale="open" /></template>
      </div>
      <NextPreview :review="review" />
    </div>
    <AdjustBar v-if="review && made === undefined" :review="review" :closed="frame.closed" :busy="busy" :problem="closing" @close="close" />
    <Teleport v-else to="#act-bar"><BottomBar :frame="frame" step="adjust" @close="emit('closeVisit')" /></Teleport>
    <ReasonPanel :open="!!why" :title="why?.title ?? ''" :reasons="why?.reasons ?? []" :version="review?.knowledge_version" @close="why = null" />
  </section>
  <CannotRead v-else :problem="null" />
</template>

<style scoped>
section { display: grid; gap: 0.7rem; grid-template-columns: minmax(0, 1fr); }
.head { display: flex; align-items: baseline; gap: 1rem; flex-wrap: wrap; }
.empty { border: 1px dashed var(--line-strong); padding: 1rem; border-radius: 4px; }
.two { display: grid; grid-template-columns: minmax(0, 1fr) 284px; gap: 1rem; align-items: start; }
.asking { display: grid; gap: 0.6rem; grid-template-columns: minmax(0, 1fr); }
.home { border-left: 3px solid var(--ink); padding-left: 0.7rem; }
.rest { display: flex; gap: 1rem; justify-content: space-between; align-items: baseline; border-top: 1px solid var(--line); border-bottom: 1px solid var(--line); padding: 0.45rem 0; }
.link { border: 0; background: none; font: inherit; color: var(--river); text-decoration: underline; min-height: 36px; cursor: pointer; padding: 0; white-space: nowrap; }
@media (max-width: 1100px) { .two { grid-template-columns: minmax(0, 1fr); } }
</style>
