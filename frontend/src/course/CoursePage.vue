<script setup lang="ts">
import { Segmented } from 'ant-design-vue'
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import { useSession } from '@/app/session'
import { nameOf } from '@/person/words'
import { problemOf, unwrap } from '@/shell/useVisit'
import CourseChart from '@/steps/respond/CourseChart.vue'
import CannotRead from '@/ui/CannotRead.vue'
import { shortDate } from '@/ui/dates'
import PageBar from '@/ui/PageBar.vue'
import ProblemNote from '@/ui/ProblemNote.vue'
import { saveFile } from '@/ui/saveFile'
import WaitingLines from '@/ui/WaitingLines.vue'
import { byDay, KINDS } from './moments'
import KeptDrawer from './KeptDrawer.vue'
import MomentDays from './MomentDays.vue'
import OutcomePanel from './OutcomePanel.vue'

/** One complaint from its beginning to today: what is drawn over time, the weeks, and everything that happened, by the day. */
const route = useRoute()
const complaint = computed(() => Number(route.params.complaint))
const key = computed(() => ['course', complaint.value])
const queries = useQueryClient()
const { data, error, refetch } = useQuery({
  queryKey: key,
  queryFn: async () => unwrap(await outcome(clinic.GET('/api/complaints/{complaint}/course', { params: { path: { complaint: complaint.value } } }))),
})
const kind = ref<Schemas['Moment']['kind'] | 'all'>('all')
const kept = ref<number | null>(null)
const days = computed(() => byDay((data.value?.moments ?? []).map((moment) => ({ moment, complaint: complaint.value })), kind.value))
const count = (of: Schemas['Moment']['kind']): number => (data.value?.moments ?? []).filter((one) => one.kind === of).length
const drawn = computed(() => !!data.value && (data.value.sessions.length > 0 || data.value.course.ranges.length > 0))
const session = useSession()
const problem = ref<Problem | null>(null)

async function takeCase(): Promise<void> {
  const found = await outcome(clinic.POST('/api/complaints/{complaint}/case', { params: { path: { complaint: complaint.value } }, parseAs: 'blob' }))
  problem.value = found.ok ? null : found.problem
  if (found.ok) saveFile(found.data, 'case.yaml')
}
const told = (outcomes: Schemas['OutcomesOut']) => data.value && queries.setQueryData(key.value, { ...data.value, outcomes })
</script>

<template>
  <div>
    <PageBar><span v-if="data">/ <RouterLink :to="`/person/${data.client}`">{{ data.client_name }}</RouterLink> / <strong>the course</strong></span></PageBar>
    <main v-if="data">
      <div class="head">
        <h1>{{ nameOf(data) }}</h1>
        <span class="quiet">{{ data.client_name }}<template v-if="data.since">, since {{ shortDate(data.since) }}</template><template v-if="data.goal">, wants to “{{ data.goal }}”</template></span>
        <button v-if="session.may('export-client')" type="button" class="act plain small case" @click="takeCase">As a case that names nobody</button>
      </div>
      <ProblemNote :problem="problem" />
      <CourseChart v-if="drawn" :course="data.course" :sessions="data.sessions" :today="data.today" />
      <p v-else class="empty quiet">Nothing is measured yet and no session was told; what happened so far stands below.</p>
      <OutcomePanel :outcomes="data.outcomes" :complaint="data.complaint" :today="data.today" :ended="data.ended" @told="told" />
      <div class="two">
        <section aria-label="What happened">
          <div class="head">
            <h2>What happened</h2>
            <Segmented role="radiogroup" aria-label="what is shown" :value="kind" :options="[{ value: 'all', label: `all ${data.moments.length}` }, ...KINDS.map((one) => ({ value: one.value, label: `${one.text} ${count(one.value)}` }))]" @change="kind = $event as typeof kind" />
          </div>
          <MomentDays v-if="days.length" :days="days" @kept="(one) => (kept = one.kept)" />
          <p v-else class="empty quiet">Nothing of this kind has happened.</p>
        </section>
        <section v-if="data.weeks.length" aria-label="Weeks">
          <h2>Weeks</h2>
          <table>
            <thead><tr><th scope="col">week from</th><th scope="col">days done</th><th scope="col">minutes in drills</th></tr></thead>
            <tbody><tr v-for="week in data.weeks" :key="week.first"><th scope="row">{{ shortDate(week.first) }}</th><td>{{ week.sessions }}</td><td>{{ week.minutes }}</td></tr></tbody>
          </table>
          <p class="small quiet">Minutes are those of the sheet in force that day, by the share that was told as done; a share nobody told counts as nothing.</p>
        </section>
      </div>
    </main>
    <KeptDrawer v-if="data" :complaint="data.complaint" :kept="kept" @close="kept = null" />
    <main v-if="!data"><CannotRead v-if="error" :problem="problemOf(error)" @again="refetch()" /><WaitingLines v-else what="the course" :rows="8" /></main>
  </div>
</template>

<style scoped>
main { max-width: 1500px; margin: 0 auto; padding: 1rem 1.75rem 3rem; display: grid; grid-template-columns: minmax(0, 1fr); gap: 1rem; }
.head { display: flex; gap: 1rem; align-items: baseline; flex-wrap: wrap; }
.case { margin-left: auto; }
.head :deep(.ant-segmented) { background: var(--paper-deep); }
.two { display: grid; grid-template-columns: minmax(0, 1fr) 300px; gap: 2.4rem; align-items: start; }
table { border-collapse: collapse; width: 100%; }
th, td { text-align: left; font-weight: 400; padding: 0.25rem 0.5rem 0.25rem 0; border-bottom: 1px solid var(--line); }
thead th { font-size: 0.86rem; color: var(--ink-2); }
td { font-variant-numeric: tabular-nums; }
.empty { border: 1px dashed var(--line-strong); padding: 1rem; border-radius: 4px; }
@media (max-width: 1000px) { .two { grid-template-columns: minmax(0, 1fr); } main { padding: 1rem; } }
@media print { .act, .head :deep(.ant-segmented) { display: none; } main { padding: 0; } }
</style>
