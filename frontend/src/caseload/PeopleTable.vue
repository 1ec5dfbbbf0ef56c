<script setup lang="ts">
import { Table, Tag } from 'ant-design-vue'
import type { Schemas } from '@/api/client'
import { readable, shortDate } from '@/ui/dates'
import RippleLine from '@/ui/RippleLine.vue'
import type { Line, Person } from './people'

/** A row a person: who, why today, how the last sessions went, when the next visit is and when they were last heard of. */
defineProps<{ people: Person[]; empty: string }>()
const emit = defineEmits<{ open: [line: Line] }>()
const GRAVE = new Set<Line['kind']>(['unreadable', 'stop', 'held', 'look'])
const COLUMNS = [
  { key: 'who', title: 'who', width: '27%' }, { key: 'need', title: 'why today', width: 150 }, { key: 'why', title: 'what was said or found' },
  { key: 'ripples', title: 'last sessions', width: 220 }, { key: 'next', title: 'next visit', width: 110 }, { key: 'heard', title: 'last heard', width: 110 },
]
const sideWords = (line: Line): string => [line.condition, line.side === 'both' ? 'both sides' : line.side].filter(Boolean).join(', ')
const needWords = (line: Schemas['CaseLine']): string => line.what.charAt(0).toUpperCase() + line.what.slice(1)
const of = (record: object) => record as Person
const rows = (record: object) => ({ onClick: (event: MouseEvent) => { if (!(event.target as HTMLElement).closest('button, a')) emit('open', of(record).first) } })

/** Up and down walk the names. */
function walk(event: KeyboardEvent): void {
  const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0
  const names = [...(event.currentTarget as HTMLElement).querySelectorAll<HTMLElement>('button.name')]
  const at = names.indexOf(document.activeElement as HTMLElement)
  if (!by || at < 0) return
  event.preventDefault()
  names[at + by]?.focus()
}
</script>

<template>
  <div class="people" @keydown="walk">
    <Table :data-source="people" :columns="COLUMNS" :pagination="false" :row-key="(one: object) => of(one).first.complaint" :custom-row="rows" table-layout="fixed" size="small">
      <template #bodyCell="{ column, record }">
        <template v-if="column.key === 'who'">
          <button type="button" class="name" @click="emit('open', of(record).first)">{{ of(record).name }}</button><span v-if="of(record).trade" class="small quiet trade">{{ of(record).trade }}</span>
          <span class="small of" :class="{ several: of(record).lines.length > 1 }"><template v-if="of(record).lines.length === 1">{{ sideWords(of(record).first) }}</template><template v-for="(line, n) in of(record).lines.length > 1 ? of(record).lines : []" :key="line.complaint"><span v-if="n"> · </span><button type="button" class="complaint" @click="emit('open', line)">{{ sideWords(line) || 'not named yet' }}</button></template></span>
        </template>
        <Tag v-else-if="column.key === 'need'" :class="['need', { grave: GRAVE.has(of(record).first.kind), up: of(record).first.kind === 'step-up' }]">{{ needWords(of(record).first) }}</Tag>
        <span v-else-if="column.key === 'why'" class="small why" :title="readable(of(record).first.why)">{{ readable(of(record).first.why) }}<span v-if="of(record).first.as_of" class="quiet"> – as seen last, being looked at</span></span>
        <RippleLine v-else-if="column.key === 'ripples'" :kinds="of(record).first.ripples" />
        <span v-else-if="column.key === 'next'" class="small">{{ of(record).nextVisit ? shortDate(of(record).nextVisit) : of(record).first.visit_open ? 'open' : 'none agreed' }}</span>
        <span v-else class="small">{{ of(record).lastHeard ? shortDate(of(record).lastHeard) : of(record).first.version ? 'not yet' : 'no program' }}</span>
      </template>
      <template #emptyText>{{ empty }}</template>
    </Table>
  </div>
</template>

<style scoped>
.people :deep(.ant-table) { background: var(--card); border: 1px solid var(--line); border-radius: var(--corner); }
.people :deep(.ant-table-thead > tr > th) { background: var(--card); font-weight: 400; font-size: 0.82rem; color: var(--ink-2); padding: 6px 12px; }
.people :deep(.ant-table-thead > tr > th::before) { display: none; }
.people :deep(.ant-table-tbody > tr) { height: 52px; cursor: pointer; }
.people :deep(.ant-table-tbody > tr > td) { padding: 3px 12px; border-color: var(--line); line-height: 1.25; }
.name { border: 0; background: none; padding: 0; font: inherit; font-weight: 600; color: var(--ink); cursor: pointer; min-height: 24px; }
.trade { margin-left: 0.5rem; }
.of { display: block; white-space: nowrap; overflow: hidden; text-overflow: ellipsis; }
.of:hover, .of.several { white-space: normal; }
.complaint { border: 0; background: none; padding: 0; font: inherit; font-size: 0.875rem; color: var(--river); text-decoration: underline; cursor: pointer; white-space: inherit; text-align: left; }
.why::first-letter { text-transform: uppercase; }
.why { display: -webkit-box; -webkit-line-clamp: 2; -webkit-box-orient: vertical; overflow: hidden; }
.need { border-radius: var(--corner); background: none; border-color: var(--line-strong); color: var(--ink); font-size: 0.82rem; margin: 0; white-space: normal; }
.need.grave { background: var(--clay-soft); border-color: var(--clay); color: var(--clay-dark); }
.need.up { background: var(--river-soft); border-color: var(--river); color: var(--river); }
@media (max-width: 900px) {
  .people :deep(table), .people :deep(tbody) { display: block; }
  .people :deep(thead), .people :deep(colgroup) { display: none; }
  .people :deep(.ant-table-tbody > tr) { display: grid; grid-template-columns: minmax(0, 1fr) auto; height: auto; padding: 0.3rem 0; border-bottom: 1px solid var(--line); }
  .people :deep(.ant-table-tbody > tr > td) { border: 0 !important; align-content: center; }
  .people :deep(.ant-table-tbody > tr > td:nth-child(n + 5)) { display: none; }
}
</style>
