<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import { useSession } from '@/app/session'
import { problemOf, unwrap } from '@/shell/useVisit'
import CannotRead from '@/ui/CannotRead.vue'
import { shortDate } from '@/ui/dates'
import PageBar from '@/ui/PageBar.vue'
import ProblemNote from '@/ui/ProblemNote.vue'
import WaitingLines from '@/ui/WaitingLines.vue'
import SetForm from './SetForm.vue'
import StaffPart from './StaffPart.vue'

/** What this clinic does otherwise than the product ships it, each with who set it, when and why; and who works here. */
const KEY = ['house']
const WORDS: Record<Schemas['HouseLine']['kind'], string> = { drill: 'drill switched off', profile: 'condition switched off', method: 'method', need: 'weight of a need', hours: 'breaks at work', text: 'message', role: 'role' }
const session = useSession()
const queries = useQueryClient()
const { data, error, refetch } = useQuery({ queryKey: KEY, queryFn: async () => unwrap(await outcome(clinic.GET('/api/house'))) })
const setting = ref(false)
const problem = ref<Problem | null>(null)
const rows = computed(() => data.value?.rows.filter(({ kind }) => kind !== 'role') ?? [])

function done(house: Schemas['HouseOut']): void {
  setting.value = false
  queries.setQueryData(KEY, house)
  for (const key of ['options', 'suggestions', 'visit', 'caseload']) void queries.invalidateQueries({ queryKey: [key] })
}

async function end(row: number): Promise<void> {
  const found = await outcome(clinic.DELETE('/api/house/{set_row}', { params: { path: { set_row: row } } }))
  problem.value = found.ok ? null : found.problem
  if (found.ok) done(found.data)
}
</script>

<template>
  <div>
    <PageBar><strong>/ The house</strong></PageBar>
    <main v-if="data">
      <h1>The house</h1>
      <section aria-label="Set for this clinic">
        <div class="head"><h2>Set for this clinic</h2><button v-if="session.may('set-house') && !setting" type="button" class="act" @click="setting = true">Set something</button></div>
        <SetForm v-if="setting" :house="data" @done="done" @cancel="setting = false" />
        <ProblemNote :problem="problem" />
        <table v-if="rows.length">
          <thead><tr><th scope="col">what</th><th scope="col">here</th><th scope="col">shipped</th><th scope="col">why</th><th scope="col">since</th><th scope="col"><span class="visually-hidden">end it</span></th></tr></thead>
          <tbody><tr v-for="row in rows" :key="row.id"><th scope="row">{{ row.name }}<span class="small quiet"><br />{{ WORDS[row.kind] }}</span></th><td>{{ row.value || 'switched off' }}</td><td class="quiet">{{ row.shipped }}</td><td>{{ row.reason }}</td><td class="small">{{ shortDate(row.date) }}, {{ row.by }}</td>
            <td><button v-if="session.may('set-house')" type="button" class="link" :aria-label="`As shipped again: ${row.name}`" @click="end(row.id)">as shipped again</button></td></tr></tbody>
        </table>
        <p v-else-if="!setting" class="empty quiet">Nothing is set: everything is as the product ships it. A drill or a condition that this house does not use is switched off here, a method is preferred, what a condition is expected to need is weighed anew, the usual hours of work are named, a message is put in its own words; each with its reason, and for everybody from then on.</p>
      </section>
      <StaffPart v-if="session.may('manage-staff')" :house="data" @done="done" />
      <details v-if="data.before.length || data.rows.some(({ kind }) => kind === 'role')"><summary>What was set, in time</summary>
        <ul><li v-for="row in [...data.rows, ...data.before]" :key="row.id" class="small">{{ shortDate(row.date) }}, {{ row.by }}: {{ row.name }}, {{ WORDS[row.kind] }}{{ row.value ? `: ${row.value}` : '' }} – {{ row.reason }}<span v-if="row.ended" class="quiet"> (until {{ shortDate(row.ended) }}, {{ row.ended_by }})</span></li></ul>
      </details>
    </main>
    <main v-else><CannotRead v-if="error" :problem="problemOf(error)" @again="refetch()" /><WaitingLines v-else what="the house" :rows="6" /></main>
  </div>
</template>

<style scoped>
main { max-width: 1100px; margin: 0 auto; padding: 1rem 1.75rem 3rem; display: grid; gap: 1.6rem; grid-template-columns: minmax(0, 1fr); }
section { display: grid; gap: 0.6rem; grid-template-columns: minmax(0, 1fr); }
.head { display: flex; gap: 1rem; align-items: baseline; }
.head .act { margin-left: auto; }
table { border-collapse: collapse; width: 100%; }
th, td { text-align: left; font-weight: 400; padding: 0.35rem 0.8rem 0.35rem 0; border-bottom: 1px solid var(--line); vertical-align: top; overflow-wrap: anywhere; }
thead th { font-size: 0.86rem; color: var(--ink-2); }
tbody th { font-weight: 600; }
.link { border: 0; background: none; font: inherit; color: var(--river); text-decoration: underline; cursor: pointer; padding: 0; min-height: 32px; }
.empty { border: 1px dashed var(--line-strong); padding: 1rem; border-radius: 4px; }
summary { cursor: pointer; color: var(--river); min-height: 32px; }
ul { list-style: none; margin: 0; padding: 0; display: grid; gap: 0.2rem; }
@media (max-width: 700px) { main { padding: 1rem; } }
</style>
