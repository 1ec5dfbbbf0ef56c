<script setup lang="ts">
import { Segmented } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import { useSession } from '@/app/session'
import BringFile from '@/ui/BringFile.vue'
import ProblemNote from '@/ui/ProblemNote.vue'
import { saveFile } from '@/ui/saveFile'

/** The lists of the clinic as tables: taken along, and brought with every line seen before it is kept. */
type Listed = 'people' | 'readings' | 'sessions'
const LISTS: { value: Listed; label: string }[] = [{ value: 'people', label: 'people' }, { value: 'readings', label: 'readings' }, { value: 'sessions', label: 'sessions' }]
const WHAT: Record<Listed, string> = {
  people: 'Everybody with who they are and where each complaint stands. Brought: whoever is not here yet is taken in with an empty story.',
  readings: 'Every reading with its trials. Brought: readings of people who are here, marked as told by another system.',
  sessions: 'Every session at home, a line a drill. Brought: sessions of plans that are in force here, told on the client’s behalf.',
}
const session = useSession()
const listed = ref<Listed>('people')
const name = ref('')
const table = ref('')
const seen = ref<Schemas['BroughtOut'] | null>(null)
const kept = ref(false)
const busy = ref(false)
const problem = ref<Problem | null>(null)
const faults = computed(() => seen.value?.lines.filter((line) => line.outcome === 'fault') ?? [])
const lines = (n: number): string => (n === 1 ? '1 line' : `${n} lines`)

function choose(value: unknown): void {
  listed.value = value as Listed
  drop()
}

function drop(): void {
  table.value = name.value = ''
  seen.value = problem.value = null
  kept.value = false
}

async function takeAlong(): Promise<void> {
  const found = await outcome(clinic.POST('/api/lists/{listed}', { params: { path: { listed: listed.value } }, parseAs: 'blob' }))
  problem.value = found.ok ? null : found.problem
  if (found.ok) saveFile(found.data, `${listed.value}.csv`)
}

async function bring(file: File): Promise<void> {
  drop()
  name.value = file.name
  table.value = await file.text()
  await send(false)
}

async function send(keep: boolean): Promise<void> {
  busy.value = true
  const of = { params: { path: { listed: listed.value } }, body: { table: table.value } }
  const found = await outcome(keep ? clinic.POST('/api/imports/lists/{listed}', of) : clinic.POST('/api/imports/lists/{listed}/preview', of))
  busy.value = false
  problem.value = found.ok ? null : found.problem
  if (!found.ok) return
  seen.value = found.data
  kept.value = keep
}
</script>

<template>
  <section aria-label="Lists as tables">
    <h2>Lists as tables</h2>
    <p><Segmented role="radiogroup" aria-label="which list" :value="listed" :options="LISTS" @change="choose" /></p>
    <p class="quiet">{{ WHAT[listed] }}</p>
    <p class="acts">
      <button v-if="session.may('export-client')" type="button" class="act" @click="takeAlong">Take the {{ listed }} along (CSV)</button>
      <BringFile v-if="session.may('import-foreign')" :label="`Bring a table of ${listed}`" name="table" accept=".csv,text/csv,text/plain" what="A table of the list" :told="busy ? 'reading …' : name" @brought="bring" />
    </p>
    <ProblemNote :problem="problem" />
    <p v-for="(why, field) in problem?.fields ?? {}" :key="field" class="clay">{{ why }}</p>
    <template v-if="seen">
      <p role="status"><strong>{{ kept ? `Taken in: ${lines(seen.new)}.` : `${lines(seen.new)} would be taken in.` }}</strong> {{ seen.here ? `${lines(seen.here)} ${seen.here === 1 ? 'is' : 'are'} here already. ` : '' }}{{ seen.faults ? `${lines(seen.faults)} cannot be taken in:` : '' }}</p>
      <table v-if="faults.length">
        <thead><tr><th scope="col">line</th><th scope="col">it says</th><th scope="col">what is wrong</th></tr></thead>
        <tbody><tr v-for="line in faults" :key="line.line"><th scope="row">{{ line.line }}</th><td>{{ line.says }}</td><td class="clay">{{ line.why }}</td></tr></tbody>
      </table>
      <p v-if="!kept" class="acts"><button type="button" class="act next" :disabled="busy || !seen.new" @click="send(true)">Take in {{ lines(seen.new) }}</button><button type="button" class="act plain" @click="drop">not now</button></p>
    </template>
  </section>
</template>

<style scoped>
section { display: grid; gap: 0.6rem; grid-template-columns: minmax(0, 1fr); }
section :deep(.ant-segmented) { background: var(--paper-deep); }
.acts { display: flex; gap: 0.6rem; align-items: center; flex-wrap: wrap; }
table { border-collapse: collapse; width: 100%; }
th, td { text-align: left; font-weight: 400; padding: 0.3rem 0.8rem 0.3rem 0; border-bottom: 1px solid var(--line); vertical-align: top; overflow-wrap: anywhere; }
thead th { font-size: 0.86rem; color: var(--ink-2); }
</style>
