<script setup lang="ts">
import { Input, Table } from 'ant-design-vue'
import { useInfiniteQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import { useSession } from '@/app/session'
import { problemOf, unwrap } from '@/shell/useVisit'
import CannotRead from '@/ui/CannotRead.vue'
import DayBox from '@/ui/DayBox.vue'
import PageBar from '@/ui/PageBar.vue'
import ProblemNote from '@/ui/ProblemNote.vue'
import { saveFile } from '@/ui/saveFile'
import WaitingLines from '@/ui/WaitingLines.vue'
import { actWords, detailWords } from './words'

/** The trail for leads: who did what to whom and when, a hundred at a time, filtered in the address, as a table to take along. */
const route = useRoute()
const router = useRouter()
const session = useSession()
/** why the table to take along could not be had */
const refused = ref<Problem | null>(null)
const COLUMNS = [
  { title: 'when', key: 'at', width: 150 }, { title: 'who', key: 'actor', width: 150 }, { title: 'what', key: 'action', width: 170 },
  { title: 'of whom', key: 'name', width: 170 }, { title: 'more', key: 'details' },
]
const asked = (name: string) => (typeof route.query[name] === 'string' && route.query[name] ? (route.query[name] as string) : undefined)
const filter = computed(() => ({ client: asked('client') ? Number(asked('client')) : undefined, actor: asked('actor'), action: asked('action')?.replaceAll(' ', '-'), since: asked('since'), until: asked('until') }))
const set = (name: string, value: string | null) => void router.replace({ query: { ...route.query, [name]: value || undefined } })
const of = (line: unknown) => line as Schemas['AuditLine']
const when = (at: string) => new Date(at).toLocaleString('en-GB', { day: 'numeric', month: 'short', year: 'numeric', hour: '2-digit', minute: '2-digit' })

const { data, error, isFetching: busy, hasNextPage, fetchNextPage, refetch } = useInfiniteQuery({
  queryKey: computed(() => ['audit', filter.value]),
  queryFn: async ({ pageParam }) => unwrap(await outcome(clinic.GET('/api/audit', { params: { query: { ...filter.value, before: pageParam } } }))),
  initialPageParam: undefined as number | undefined,
  getNextPageParam: (last) => last.before ?? undefined,
})
const lines = computed(() => data.value?.pages.flatMap((page) => page.lines) ?? [])
const problem = computed(() => problemOf(error.value))

async function takeAlong(): Promise<void> {
  const found = await outcome(clinic.POST('/api/audit/table', { params: { query: filter.value }, parseAs: 'blob' }))
  refused.value = found.ok ? null : found.problem
  if (found.ok) saveFile(found.data, 'audit.csv')
}
</script>

<template>
  <div>
    <PageBar><strong>/ Who did what</strong></PageBar>
    <main>
      <div class="head"><h1>Who did what</h1><span class="quiet">{{ session.me?.clinic }}; what is here is only added to</span><button type="button" class="act right" @click="takeAlong">As a table</button></div>
      <div class="filters">
        <label class="small quiet">who, by login<Input :value="asked('actor') ?? ''" name="actor" allow-clear @change="set('actor', ($event.target as HTMLInputElement).value)" /></label>
        <label class="small quiet">what<Input :value="asked('action')?.replaceAll('-', ' ') ?? ''" name="action" allow-clear placeholder="for example: hand over" @change="set('action', ($event.target as HTMLInputElement).value.trim().replaceAll(' ', '-'))" /></label>
        <label class="small quiet">from<DayBox id="since" label="from" :model-value="asked('since') ?? null" @update:model-value="set('since', $event)" /></label>
        <label class="small quiet">to<DayBox id="until" label="to" :model-value="asked('until') ?? null" @update:model-value="set('until', $event)" /></label>
        <p v-if="asked('client')" class="one">of one person <button type="button" class="act plain" @click="set('client', null)">of everybody</button></p>
      </div>
      <ProblemNote :problem="refused ?? (lines.length ? problem : null)" />
      <CannotRead v-if="problem && !lines.length" :problem="problem" @again="refetch()" />
      <Table v-if="lines.length" :data-source="lines" :columns="COLUMNS" :pagination="false" row-key="number" size="small">
        <template #bodyCell="{ column, record }">
          <span v-if="column.key === 'at'">{{ when(of(record).at) }}</span>
          <span v-else-if="column.key === 'actor'">{{ of(record).actor || 'the client, at home' }}</span>
          <span v-else-if="column.key === 'action'">{{ actWords(of(record).action) }}</span>
          <RouterLink v-else-if="column.key === 'name' && of(record).client" :to="`/person/${of(record).client}`">{{ of(record).name }}</RouterLink>
          <span v-else-if="column.key === 'details'" class="small details" :title="detailWords(of(record).details)">{{ detailWords(of(record).details) }}</span>
        </template>
      </Table>
      <p v-else-if="!busy && !problem" class="empty quiet">Nothing fits what is asked for. Take a filter away.</p>
      <WaitingLines v-if="busy" what="the trail" />
      <button v-if="hasNextPage" type="button" class="act" :disabled="busy" @click="fetchNextPage()">A hundred more</button>
    </main>
  </div>
</template>

<style scoped>
main { max-width: 1500px; margin: 0 auto; padding: 1rem 1.75rem 3rem; display: grid; gap: 0.8rem; justify-items: start; }
main > :deep(.ant-table-wrapper), .head, .filters { width: 100%; }
.head { display: flex; gap: 1rem; align-items: baseline; flex-wrap: wrap; }
.right { margin-left: auto; }
.filters { display: flex; gap: 1rem; flex-wrap: wrap; align-items: end; }
.filters label { display: grid; }
.details { display: -webkit-box; -webkit-box-orient: vertical; -webkit-line-clamp: 2; overflow: hidden; overflow-wrap: anywhere; }
.empty { border: 1px dashed var(--line-strong); padding: 1rem; border-radius: 4px; }
.one { display: flex; align-items: center; gap: 0.5rem; }
</style>
