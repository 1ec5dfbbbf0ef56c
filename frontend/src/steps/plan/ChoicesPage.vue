<script setup lang="ts">
import { Input } from 'ant-design-vue'
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import { needWords } from '@/app/options'
import { problemOf, unwrap } from '@/shell/useVisit'
import FieldNote from '@/ui/FieldNote.vue'
import { PAIN_RULES } from '@/ui/painRules'
import ProblemNote from '@/ui/ProblemNote.vue'
import { shortDate } from '@/ui/dates'
import { minutesWords } from '@/ui/tape'
import type { Choices } from './useChoices'

/** The needs with what asks for them, the method each is met by, and every choice made by hand. */
const props = defineProps<{
  visit: number
  needs: Schemas['NeedOut'][]
  choices: Choices
  overrides: Schemas['OverrideOut'][]
  titles: Record<string, string>
  fields: Record<string, string>
  may: boolean
}>()
const emit = defineEmits<{ changed: []; choose: [values: Partial<Choices>] }>()
/** the needs and the methods chosen for them, as a word that changes with either */
const basis = computed(() => JSON.stringify([props.needs.map((n) => [n.id, n.weight]), props.choices.methods, props.choices.needs_set]))
const { data, error } = useQuery({
  queryKey: computed(() => ['methods', props.visit, basis.value]),
  queryFn: async () => unwrap(await outcome(clinic.GET('/api/visits/{visit}/methods', { params: { path: { visit: props.visit } } }))),
  placeholderData: keepPreviousData,
})
const compared = computed(() => data.value ?? [])
const current = ref('')
const weight = ref('')
const reason = ref('')
const problem = ref<Problem | null>(null)

const need = computed(() => props.needs.find((n) => n.id === (current.value || props.needs[0]?.id)))
const methods = computed(() => compared.value.find((row) => row.need === need.value?.id)?.methods ?? [])
const byHand = computed(() => (need.value ? props.choices.needs_set?.[need.value.id] : undefined))
const fault = computed(() => {
  if (!weight.value) return ''
  const value = Number(weight.value)
  return Number.isInteger(value) && value >= 0 && value <= 100 ? '' : 'a weight is a whole number from 0 to 100'
})
const KINDS: Record<Schemas['SourceOut']['kind'], string> = { condition: 'the condition', house: 'the condition, as this clinic weighs it', finding: 'a finding', pattern: 'a pattern', observation: 'something seen' }
const PARTS: Record<string, string> = { effort_pct: 'effort', hold_s: 'hold', sets: 'rounds', reps: 'times', rung: 'the next drill of the ladder', seconds: 'time', breaths: 'breaths', spots: 'spots', tempo_s: 'tempo' }
const said = (text: string) => text.replaceAll('-', ' ')

function choose(method: string): void {
  if (!need.value) return
  const methodsNow = { ...props.choices.methods }
  if (methodsNow[need.value.id] === method) delete methodsNow[need.value.id]
  else methodsNow[need.value.id] = method
  emit('choose', { methods: methodsNow })
}

/** Whether a method could meet a need that goes by another one now. */
const servesMore = (method: string) => compared.value.some((row) => props.choices.methods?.[row.need] !== method && row.methods.some((one) => one.method === method))

function chooseForAll(method: string): void {
  const fits = compared.value.filter((row) => row.methods.some((one) => one.method === method))
  emit('choose', { methods: { ...props.choices.methods, ...Object.fromEntries(fits.map((row) => [row.need, method])) } })
}

function setByHand(): void {
  if (!need.value || fault.value || !weight.value || !reason.value.trim()) return
  emit('choose', { needs_set: { ...props.choices.needs_set, [need.value.id]: { weight: Number(weight.value) / 100, reason: reason.value.trim(), by: '' } } })
  weight.value = reason.value = ''
}

function backToComputed(): void {
  const kept = { ...props.choices.needs_set }
  if (need.value) delete kept[need.value.id]
  emit('choose', { needs_set: kept })
}

function bringBack(drill: string): void {
  const barred = { ...props.choices.barred }
  delete barred[drill]
  emit('choose', { barred })
}

async function withdraw(id: number): Promise<void> {
  const found = await outcome(clinic.DELETE('/api/overrides/{override}', { params: { path: { override: id } } }))
  problem.value = found.ok ? null : found.problem
  if (found.ok) emit('changed')
}
</script>

<template>
  <div class="choices">
    <div class="needs" role="group" aria-label="Needs">
      <button v-for="one in needs" :key="one.id" type="button" :aria-pressed="one.id === need?.id" @click="current = one.id">
        <span>{{ needWords(one.id) }}<span v-if="choices.needs_set?.[one.id]" class="small quiet"> by hand</span><span v-else-if="one.beside" class="small quiet"> also found, not treated</span></span>
        <span class="rail"><i :style="{ width: `${Math.min(1, one.weight) * 100}%` }" /></span>
        <span class="small quiet">{{ Math.round(one.weight * 100) }}</span>
      </button>
    </div>
    <div v-if="need" class="one">
      <h2>{{ needWords(need.id) }}</h2>
      <p v-for="(s, n) in need.sources" :key="n" class="small">{{ KINDS[s.kind] }}: {{ said(s.name) }}, {{ Math.round(s.weight * 100) }} of 100</p>
      <p v-if="need.beside" class="known-box small">It was found at a joint beside this complaint. Nothing is chosen for it unless you weigh it by hand.</p>
      <table v-if="methods.length">
        <caption class="small quiet">The ways to meet it, with the best drill of each</caption>
        <thead><tr><th>method</th><th>a session</th><th>under tension a week</th><th>may hurt</th><th>goes up first</th></tr></thead>
        <tbody>
          <tr v-for="m in methods" :key="m.method" :class="{ chosen: m.chosen }">
            <th scope="row"><button type="button" class="act" :class="{ next: m.chosen }" :aria-pressed="m.chosen" :disabled="!may" @click="choose(m.method)">{{ m.name.toLowerCase() }}</button><button v-if="m.chosen && may && servesMore(m.method)" type="button" class="act plain small" @click="chooseForAll(m.method)">for every need it can meet</button><span class="small quiet">{{ m.drill }}, {{ m.words }}</span></th>
            <td>{{ minutesWords(m.seconds) }}</td><td>{{ m.weekly_seconds ? minutesWords(m.weekly_seconds) : 'none' }}</td>
            <td>{{ PAIN_RULES[m.pain_rule] }}</td><td>{{ m.progresses.map((p) => PARTS[p] ?? said(p)).join(', ') }}</td>
          </tr>
        </tbody>
      </table>
      <p v-else class="small quiet">No drill that may be done meets this need: see what is left out, and why.</p>
      <FieldNote :text="fields[`methods.${need.id}`] ?? fields[`needs_set.${need.id}`]" />
      <div v-if="byHand" class="set small"><p><strong>Set by hand to {{ Math.round(byHand.weight * 100) }}</strong><template v-if="byHand.by"> by {{ byHand.by }}</template>: {{ byHand.reason }}</p>
        <button v-if="may" class="act plain" @click="backToComputed">back to the computed weight</button></div>
      <form v-else-if="may" class="hand" @submit.prevent="setByHand">
        <label class="small quiet">weigh it by hand, 0 to 100 <Input v-model:value="weight" inputmode="numeric" :aria-invalid="!!fault" class="number" /></label>
        <label class="small quiet grow">because <Input v-model:value="reason" :maxlength="400" /></label>
        <button class="act" :disabled="!weight || !!fault || !reason.trim()">Set it</button>
        <FieldNote :text="fault" />
      </form>
    </div>
    <section class="standing" aria-label="Chosen by hand">
      <h2>Chosen by hand, in force</h2>
      <ProblemNote :problem="problem ?? problemOf(error)" />
      <p v-if="!overrides.length && !choices.pinned?.length && !Object.keys(choices.barred ?? {}).length" class="small quiet">No verdict is overridden, no drill is pinned or barred. Pin keeps a drill in every composed session; bar leaves it out, with your reason.</p>
      <p v-for="o in overrides" :key="o.id" class="row"><span><strong>Overridden:</strong> {{ o.title }}<template v-if="o.side !== 'both'">, {{ o.side }}</template>, was {{ o.was === 'exclude' ? 'refused' : o.was }} – “{{ o.reason }}” <span class="small quiet">{{ o.by }}, {{ shortDate(o.date) }}</span></span>
        <button v-if="may" class="act plain" @click="withdraw(o.id)">take it back</button></p>
      <p v-for="drill in choices.pinned" :key="drill" class="row"><span><strong>Pinned:</strong> {{ titles[drill] ?? said(drill) }}</span></p>
      <p v-for="(why, drill) in choices.barred" :key="drill" class="row"><span><strong>Barred:</strong> {{ titles[drill] ?? said(String(drill)) }} – “{{ why }}”</span>
        <button v-if="may" class="act plain" @click="bringBack(String(drill))">bring it back</button></p>
    </section>
  </div>
</template>

<style scoped>
.choices { display: grid; grid-template-columns: 250px minmax(0, 1fr); gap: 0.8rem 1.2rem; align-items: start; }
.needs button { display: grid; grid-template-columns: minmax(0, 1fr) 4rem 2rem; gap: 0.4rem; align-items: center; width: 100%; min-height: 44px; border: 0; border-top: 1px solid var(--line); background: none; font: inherit; text-align: left; cursor: pointer; padding: 0.2rem 0.4rem; color: inherit; line-height: 1.2; }
.needs button[aria-pressed='true'] { background: var(--card); box-shadow: inset 4px 0 0 var(--river); padding-left: 0.7rem; font-weight: 600; }
.rail { height: 6px; border-bottom: 1px solid var(--line-strong); }
.rail i { display: block; height: 5px; background: var(--river); }
.one { display: grid; gap: 0.35rem; }
table { border-collapse: collapse; width: 100%; font-size: 0.9rem; }
caption { text-align: left; }
th, td { text-align: left; vertical-align: top; font-weight: 400; padding: 0.3rem 0.5rem 0.3rem 0; border-top: 1px solid var(--line); }
thead th { color: var(--ink-2); border: 0; font-size: 0.8rem; }
tbody th { display: grid; gap: 0.1rem; justify-items: start; }
tr.chosen { background: var(--card); }
.hand { display: flex; gap: 0.5rem; align-items: end; flex-wrap: wrap; }
.hand label { display: grid; }
.grow { flex: 1; min-width: 9rem; }
.standing { grid-column: 1 / -1; border-top: 2px solid var(--line); padding-top: 0.6rem; }
.row { display: flex; justify-content: space-between; gap: 0.6rem; align-items: center; }
@media (max-width: 700px) { table { display: block; overflow-x: auto; } }
@media (max-width: 1000px) { .choices { grid-template-columns: 1fr; } }
</style>
