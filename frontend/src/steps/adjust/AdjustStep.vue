<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import { useSession } from '@/app/session'
import { useStep } from '@/shell/useStep'
import { useVisit } from '@/shell/useVisit'
import CannotRead from '@/ui/CannotRead.vue'
import ProblemNote from '@/ui/ProblemNote.vue'
import ReasonPanel, { type ReasonCard } from '@/ui/ReasonPanel.vue'
import OpenSigns from '@/steps/respond/OpenSigns.vue'
import DrillProposal from './DrillProposal.vue'
import PlanProposal from './PlanProposal.vue'

const { visit, frame, refresh } = useVisit()
const session = useSession()
const router = useRouter()
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

const drills = computed(() => review.value?.proposals.filter((p) => p.about === 'drill') ?? [])
const plan = computed(() => review.value?.proposals.filter((p) => p.about === 'plan') ?? [])
const undecided = computed(() => review.value?.proposals.filter((p) => p.waits).length ?? 0)
const changes = computed(() => review.value?.proposals.some((p) => ['accept', 'change'].includes(p.decision)) ?? false)

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
  const found = await outcome(clinic.POST('/api/visits/{visit}/review/close', { params: { path }, body: { version: review.value.version } }))
  closing.value = found.ok ? null : found.problem
  if (!found.ok) return
  made.value = found.data.version ?? null
  await refresh()
}

async function answered(): Promise<void> {
  await Promise.all([refresh(), readAnew()])
}

async function again(): Promise<void> {
  made.value = undefined
  await open()
}
</script>

<template>
  <section v-if="frame" aria-label="Adjust">
    <div class="head">
      <h1>Adjust</h1>
      <span v-if="review" class="quiet">
        responses to version {{ review.version }}<template v-if="review.adherence !== null && review.adherence !== undefined"> · {{ Math.round(review.adherence * 100) }} % of the due dates logged</template>
      </span>
    </div>
    <CannotRead v-if="!review && problem?.status !== 404" :problem="problem" @again="open" />
    <p v-else-if="!review" class="empty quiet">There is no plan to adjust yet. Hand over a sheet first; its responses and the proposals of the rules appear here.</p>

    <template v-if="made !== undefined">
      <div class="known-box done">
        <template v-if="made">
          <h2>Version {{ made.number }} is made</h2>
          <p>What is different from version {{ made.number - 1 }}:</p>
          <ul><li v-for="line in made.difference" :key="line">{{ line }}</li><li v-if="!made.difference.length">the next stage is open; the drills stay as they are</li></ul>
          <p class="small quiet">The private link shows it from now on. Version {{ made.number - 1 }} stays readable.</p>
          <div class="acts">
            <button class="act next" @click="router.push(`/sheet/${made.id}`)">Print version {{ made.number }}</button>
            <button class="act" @click="again">See the proposals for version {{ made.number }}</button>
          </div>
        </template>
        <template v-else>
          <h2>Nothing changed</h2>
          <p>The review is closed and the plan goes on as it is.</p>
          <button class="act" @click="again">Open the review again</button>
        </template>
      </div>
    </template>
    <template v-else-if="review">
      <OpenSigns :visit="visit" :signs="review.signs" :may="session.may('answer-sign')" @answered="answered" />
      <DrillProposal v-for="p in drills" :key="p.key" :proposal="p" :visit="visit" :may="session.may('decide-proposal')" @decided="update" @explain="explain(p)" @stale="open" />
      <PlanProposal v-for="p in plan" :key="p.key" :proposal="p" :visit="visit" :may="session.may('decide-proposal')" @decided="update" @explain="explain(p)" @stale="open" />
      <ProblemNote :problem="closing" />
      <div v-if="session.may('decide-proposal')" class="acts foot">
        <button class="act next" :disabled="undecided > 0" @click="close">{{ undecided ? 'Close the review' : changes ? `Give ${review.first_name} version ${review.version + 1}` : 'Close the review, nothing changes' }}</button>
        <span class="quiet">{{ undecided ? `${undecided} to decide` : changes ? `what was accepted becomes version ${review.version + 1}; ${review.first_name}’s private link shows it at once` : `${review.first_name} goes on with version ${review.version}` }}</span>
      </div>
      <p v-else class="quiet">A clinician decides the proposals.</p>
    </template>
    <ReasonPanel :open="!!why" :title="why?.title ?? ''" :reasons="why?.reasons ?? []" :version="review?.knowledge_version" @close="why = null" />
  </section>
  <CannotRead v-else :problem="null" />
</template>

<style scoped>
section { display: grid; gap: 0.7rem; }
.head { display: flex; align-items: baseline; gap: 1rem; }
.empty { border: 1px dashed var(--line-strong); padding: 1rem; border-radius: 4px; }
.done { background: var(--card); padding: 1rem; display: grid; gap: 0.5rem; }
.acts { display: flex; gap: 0.7rem; align-items: center; }
.foot { border-top: 2px solid var(--line); padding-top: 0.8rem; }
ul { margin: 0; padding-left: 1.2rem; }
</style>
