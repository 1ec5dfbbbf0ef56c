<script setup lang="ts">
import { Button, Segmented, Table } from 'ant-design-vue'
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import { useSession } from '@/app/session'
import { problemOf, unwrap } from '@/shell/useVisit'
import CannotRead from '@/ui/CannotRead.vue'
import PageBar from '@/ui/PageBar.vue'
import ProblemNote from '@/ui/ProblemNote.vue'
import WaitingLines from '@/ui/WaitingLines.vue'
import { momentWords } from './moment'
import { becameWords, KIND_WORDS, WAY_WORDS } from './sentWords'

/** What the clinic sent out of the house and what waits: to whom, how, when, and what could not go. */
type Sent = Schemas['DispatchLine']
const session = useSession()
const queries = useQueryClient()
const show = ref<'all' | 'waits' | 'failed'>('all')
const refused = ref<Problem | null>(null)
const { data, error, refetch } = useQuery({ queryKey: ['outbox'], queryFn: async () => unwrap(await outcome(clinic.GET('/api/outbox'))) })
const failed = (one: Sent): boolean => !one.sent_at && !!one.fault
const waits = (one: Sent): boolean => !one.sent_at && !one.fault
const rows = computed(() => (data.value ?? []).filter((one) => show.value === 'all' || (show.value === 'failed' ? failed(one) : waits(one))))
const count = (which: (one: Sent) => boolean): number => (data.value ?? []).filter(which).length
const of = (line: unknown) => line as Sent
const COLUMNS = [
  { title: 'when', key: 'at', width: 130 }, { title: 'for', key: 'client', width: 170 }, { title: 'what', key: 'kind', width: 180 },
  { title: 'how', key: 'way', width: 210 }, { title: 'words', key: 'words' }, { title: 'what became of it', key: 'became', width: 240 },
]

async function again(one: Sent): Promise<void> {
  const found = await outcome(clinic.POST('/api/outbox/{dispatch}/again', { params: { path: { dispatch: one.id } } }))
  refused.value = found.ok ? null : found.problem
  await queries.invalidateQueries({ queryKey: ['outbox'] })
}
</script>

<template>
  <div>
    <PageBar><strong>/ Sent out</strong></PageBar>
    <main>
      <div class="head"><h1>Sent out</h1><span class="quiet">{{ session.me?.clinic }}; links, reminders and lines, the newest first</span>
        <Segmented v-if="data?.length" class="right" role="radiogroup" aria-label="what is shown" :value="show" :options="[{ value: 'all', label: `all ${data.length}` }, { value: 'waits', label: `waiting ${count(waits)}` }, { value: 'failed', label: `not sent ${count(failed)}` }]" @change="show = $event as typeof show" />
      </div>
      <ProblemNote :problem="refused" />
      <CannotRead v-if="error && !data" :problem="problemOf(error)" @again="refetch()" />
      <WaitingLines v-else-if="!data" what="what was sent" />
      <Table v-else-if="rows.length" :data-source="rows" :columns="COLUMNS" :pagination="false" row-key="id" size="small" :scroll="{ x: 1000 }">
        <template #bodyCell="{ column, record }">
          <span v-if="column.key === 'at'">{{ momentWords(of(record).sent_at ?? of(record).due_at) }}</span>
          <template v-else-if="column.key === 'client'"><RouterLink v-if="of(record).client_id" :to="`/person/${of(record).client_id}`">{{ of(record).client }}</RouterLink></template>
          <span v-else-if="column.key === 'kind'">{{ KIND_WORDS[of(record).kind] }}<span v-if="of(record).by" class="small quiet"> by {{ of(record).by }}</span></span>
          <span v-else-if="column.key === 'way'">{{ WAY_WORDS[of(record).way] }} to {{ of(record).address || 'an erased address' }}</span>
          <span v-else-if="column.key === 'words'" class="small">{{ of(record).words }}</span>
          <span v-else-if="column.key === 'became'" :class="{ clay: failed(of(record)) }">{{ becameWords(of(record)) }}
            <Button v-if="failed(of(record)) && of(record).kind !== 'link' && session.may('write-message')" size="small" @click="again(of(record))">Try it now</Button></span>
        </template>
      </Table>
      <p v-else class="empty quiet">{{ data.length ? 'Nothing fits this.' : 'Nothing was sent yet. A private link, reminders and a line to a client are sent from the Home step.' }}</p>
    </main>
  </div>
</template>

<style scoped>
main { max-width: 1500px; margin: 0 auto; padding: 1rem 1.75rem 3rem; display: grid; grid-template-columns: minmax(0, 1fr); gap: 0.8rem; }
.head { display: flex; gap: 1rem; align-items: baseline; flex-wrap: wrap; }
.right { margin-left: auto; }
.head :deep(.ant-segmented) { background: var(--paper-deep); }
.empty { border: 1px dashed var(--line-strong); padding: 1rem; border-radius: 4px; }
</style>
