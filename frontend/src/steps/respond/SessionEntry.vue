<script setup lang="ts">
import { Input } from 'ant-design-vue'
import { computed, reactive, ref, watch } from 'vue'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import { useOptions } from '@/app/options'
import { siteWords } from './toldWords'
import { draftKey } from '@/ui/draftOwner'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import FieldNote from '@/ui/FieldNote.vue'
import { newId } from '@/ui/newId'
import PainStrip from '@/ui/PainStrip.vue'
import PickOne from '@/ui/PickOne.vue'
import ProblemNote from '@/ui/ProblemNote.vue'
import DayBox from '@/ui/DayBox.vue'

/** A session from the paper grid or the telephone; a correction is a new entry beside the old one. */
type Told = Schemas['SessionDrillOut']
type Kept = Pick<Told, 'symptom' | 'felt' | 'felt_side' | 'felt_words' | 'mark' | 'mark_side' | 'held' | 'moved' | 'stopped'>
interface Row extends Kept, Pick<Told, 'drill' | 'title' | 'side'> { felt_sites: string[]; done: string; during: string }
/** What nobody was asked; a correction keeps what was told of it. */
const UNTOLD: Kept = { symptom: '', felt: '', felt_side: '', felt_words: '', mark: null, mark_side: '', held: '', moved: '', stopped: '' }
const props = defineProps<{ visit: number; version: number; today: string; planned: Schemas['PlannedDrillOut'][]; elsewhere: string; corrects?: Schemas['SessionOut'] }>()
const emit = defineEmits<{ saved: []; cancel: [] }>()
const store = draftKey(`easepath:session-entry:${props.visit}:${props.corrects?.id ?? 'new'}`)
const problem = ref<Problem | null>(null)
const { options } = useOptions()

/** What was done: the drills of the sheet, or elsewhere what stands in for them. */
function rowsAt(there: boolean): Row[] {
  const replaced = new Set(props.planned.map((p) => p.stands_for).filter(Boolean))
  return props.planned
    .filter((p) => (there ? !replaced.has(p.drill) : !p.stands_for))
    .map((p) => ({ drill: p.drill, title: p.title, side: p.side, felt_sites: p.felt, done: '100', during: '', ...UNTOLD }))
}
const there = ref(false)
function goThere(value: boolean): void {
  there.value = value
  const told = new Map(form.rows.map((row) => [row.drill, row]))
  form.rows = rowsAt(value).map((row) => told.get(row.drill) ?? row)
}

function fresh() {
  const old = props.corrects
  const rows: Row[] = old
    ? old.drills.map(({ done_pct, during, ...told }) => ({ ...told, felt_sites: props.planned.find((p) => p.drill === told.drill)?.felt ?? ['target'], done: String(done_pct ?? ''), during: String(during ?? '') }))
    : rowsAt(false)
  return { id: newId(), date: old?.date ?? props.today, before: old?.before ?? null, after: old?.after ?? null, note: old?.note ?? '', rows }
}
const kept = localStorage.getItem(store)
const form = reactive(kept ? (JSON.parse(kept) as ReturnType<typeof fresh>) : fresh())
watch(form, () => localStorage.setItem(store, JSON.stringify(form)))

/** What a row keeps of what was told; one typed before a part was asked has it untold. */
const keptOf = (row: Kept): Kept => Object.fromEntries(Object.entries(UNTOLD).map(([name, nothing]) => [name, row[name as keyof Kept] ?? nothing])) as Kept
const number = (text: string) => (text.trim() === '' ? null : Number(text))
const faultOf = (row: Row): string => {
  const done = number(row.done), during = number(row.during)
  if (done !== null && (!Number.isInteger(done) || done < 0 || done > 200)) return 'done lies between 0 and 200 %'
  if (during !== null && (!Number.isInteger(during) || during < 0 || during > 10)) return 'pain lies between 0 and 10'
  return ''
}
const faults = computed(() => form.rows.some((r) => faultOf(r)))
const dated = computed(() => /^\d{4}-\d{2}-\d{2}$/.test(form.date))
const note = (field: string) => problem.value?.fields?.[field]

async function save(): Promise<void> {
  const body: Schemas['SessionIn'] = {
    id: form.id, version: props.corrects?.version ?? props.version, date: form.date, before: form.before, after: form.after, worst: props.corrects?.worst_said ?? null, note: form.note, at_break: props.corrects?.at_break ?? '',
    corrects: props.corrects?.id ?? null,
    drills: form.rows.map((row) => ({ drill: row.drill, side: row.side, done_pct: number(row.done), during: number(row.during), ...keptOf(row) })),
  }
  const found = await outcome(clinic.POST('/api/visits/{visit}/sessions', { params: { path: { visit: props.visit } }, body }))
  problem.value = found.ok ? null : found.problem
  if (!found.ok) return
  localStorage.removeItem(store)
  emit('saved')
}

function cancel(): void {
  localStorage.removeItem(store)
  emit('cancel')
}
</script>

<template>
  <form class="entry" @submit.prevent="save">
    <div class="head">
      <h2>{{ corrects ? 'Correct this session' : 'A session the client tells of' }}</h2>
      <label class="small quiet">on <DayBox :id="`told-${corrects?.id ?? 'new'}`" label="day of the session" :model-value="form.date" :latest="today" @update:model-value="form.date = $event ?? ''" /></label>
      <FieldNote :text="note('date')" />
    </div>
    <ChoiceRow v-if="elsewhere && !corrects" keep label="Done" :options="[{ value: 'home', text: 'at home' }, { value: 'there', text: elsewhere }]" :model-value="there ? 'there' : 'home'" @update:model-value="goThere($event === 'there')" />
    <div class="two">
      <PainStrip v-model="form.before" label="Before it" />
      <PainStrip v-model="form.after" label="After it" />
    </div>
    <table>
      <thead><tr><th>done %</th><th>worst pain</th><th>felt</th><th>where</th><th>went</th><th>stopped for</th></tr></thead>
      <tbody v-for="(row, n) in form.rows" :key="row.drill">
        <tr class="name"><th scope="rowgroup" colspan="6">{{ row.title }}<template v-if="row.side !== 'both'">, {{ row.side }}</template><FieldNote :text="faultOf(row) || note(`drills.${n}.during`) || note(`drills.${n}.done_pct`) || note(`drills.${n}.felt`) || note(`drills.${n}.stopped`)" /></th></tr>
        <tr>
          <td><Input v-model:value="row.done" inputmode="numeric" :aria-label="`done, per cent, ${row.title}`" /></td>
          <td><Input v-model:value="row.during" inputmode="numeric" :aria-label="`worst pain, ${row.title}`" placeholder="?" /></td>
          <td><PickOne v-model="row.symptom" clearable :label="`felt, ${row.title}`" placeholder="not known" :options="(options?.symptoms ?? []).map((s) => ({ value: s.id, text: s.text }))" /></td>
          <td><PickOne v-model="row.felt" clearable :label="`where, ${row.title}`" placeholder="not known" :options="row.felt_sites.map((s) => ({ value: s, text: siteWords(s, 'as meant') }))" /></td>
          <td><PickOne v-model="row.moved" clearable :label="`moved, ${row.title}`" placeholder="not asked" :options="[{ value: 'none', text: 'stayed there' }, { value: 'up', text: 'nearer the back' }, { value: 'down', text: 'further down' }]" /></td>
          <td><Input v-model:value="row.stopped" class="words" :maxlength="400" :aria-label="`stopped for another reason, ${row.title}`" placeholder="another reason" /></td>
        </tr>
      </tbody>
    </table>
    <label class="small quiet grow">note <Input v-model:value="form.note" :maxlength="400" /></label>
    <ProblemNote v-if="problem" :problem="problem" />
    <div class="acts"><button class="act next" :disabled="faults || !dated">Record the session</button><button type="button" class="act plain" @click="cancel">cancel</button>
      <span class="small quiet">What is left empty stays “not known”, and nothing steps up on it.</span></div>
  </form>
</template>

<style scoped>
.entry { display: grid; gap: 0.6rem; background: var(--card); border: 1px solid var(--line); padding: 0.8rem; }
.head { display: flex; justify-content: space-between; align-items: end; gap: 1rem; }
.two { display: grid; grid-template-columns: 1fr 1fr; gap: 1rem; }
table { border-collapse: collapse; width: 100%; }
th, td { text-align: left; font-weight: 400; padding: 0.2rem 0.3rem 0.2rem 0; }
.name th { border-top: 1px solid var(--line); padding-top: 0.4rem; font-weight: 600; }
thead th { border: 0; font-size: 0.8rem; color: var(--ink-2); }
td input { width: 3.4rem; }
td input.words { width: 8.6rem; }
td .pick { max-width: 9rem; width: 100%; }
@media (max-width: 700px) {
  .two { grid-template-columns: 1fr; }
  .head { flex-wrap: wrap; }
  thead { display: none; }
  tr { display: flex; flex-wrap: wrap; gap: 0.3rem; padding: 0.2rem 0; }
  tr > * { border: 0; padding: 0; }
  tr th { width: 100%; }
}
.grow { display: grid; }
.acts { display: flex; gap: 0.6rem; align-items: center; flex-wrap: wrap; }
</style>
