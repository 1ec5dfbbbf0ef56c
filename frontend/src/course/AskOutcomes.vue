<script setup lang="ts">
import { Input } from 'ant-design-vue'
import { computed, reactive, ref, watch } from 'vue'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import { draftKey } from '@/ui/draftOwner'
import FieldNote from '@/ui/FieldNote.vue'
import { newId } from '@/ui/newId'
import PainStrip from '@/ui/PainStrip.vue'
import ProblemNote from '@/ui/ProblemNote.vue'

/** The questions about the whole, asked in the room. What is not answered is not known; what is typed stays on this device until the clinic has it. */
type Occasion = Schemas['OutcomeAskedIn']['occasion']
interface Draft { id: string; occasion: Occasion; activities: { name: string; score: number | null }[]; pain: number | null; change: number | null }
const props = defineProps<{ outcomes: Schemas['OutcomesOut']; complaint: number; today: string; ended: boolean }>()
const emit = defineEmits<{ told: [outcomes: Schemas['OutcomesOut']]; leave: [] }>()
const OCCASIONS: { value: Occasion; text: string }[] = [{ value: 'start', text: 'at the start' }, { value: 'course', text: 'on the way' }, { value: 'end', text: 'at the end' }]
const key = draftKey(`whole:${props.complaint}`)
const change = props.outcomes.scales.find(({ id }) => id === 'change')
const activity = props.outcomes.scales.find(({ id }) => id === 'activities')

function fresh(): Draft {
  const named = props.outcomes.activities.length ? props.outcomes.activities : props.outcomes.suggested ? [props.outcomes.suggested.slice(0, 80)] : []
  const rows = Array.from({ length: props.outcomes.most }, (_, n) => ({ name: named[n] ?? '', score: null }))
  return { id: newId(), occasion: props.ended ? 'end' : props.outcomes.asked ? 'course' : 'start', activities: rows, pain: null, change: null }
}
const draft = reactive<Draft>((JSON.parse(localStorage.getItem(key) ?? 'null') as Draft | null) ?? fresh())
watch(draft, () => localStorage.setItem(key, JSON.stringify(draft)))
const problem = ref<Problem | null>(null)
const steps = computed(() => (change?.words ?? []).map((text, n) => ({ value: String((change?.low ?? 0) + n), text })))
const named = computed(() => draft.activities.filter(({ name }) => name.trim()))

async function keep(): Promise<void> {
  const body = { id: draft.id, date: props.today, occasion: draft.occasion, pain: draft.pain, change: draft.change, activities: named.value }
  const found = await outcome(clinic.POST('/api/complaints/{complaint}/outcomes', { params: { path: { complaint: props.complaint } }, body }))
  problem.value = found.ok ? null : found.problem
  if (!found.ok) return
  localStorage.removeItem(key)
  emit('told', found.data)
}
</script>

<template>
  <form @submit.prevent="keep">
    <ChoiceRow v-model="draft.occasion" label="Asked" keep :options="OCCASIONS" />
    <p v-if="activity" class="quiet small">Activities the client names and misses most, in the client’s own words: “{{ activity.ask }}” 0 is “{{ activity.low_words }}”, 10 is “{{ activity.high_words }}”.</p>
    <div v-for="(one, n) in draft.activities" :key="n" class="activity">
      <label>Activity {{ n + 1 }}<Input v-model:value="one.name" :name="`activity-${n + 1}`" :maxlength="80" :placeholder="n === 0 ? 'for example: climb the ladder at the lock' : ''" /></label>
      <PainStrip v-model="one.score" :label="`How well, activity ${n + 1}`" />
      <FieldNote :text="problem?.fields?.[`activities.${n}.name`]" />
    </div>
    <FieldNote :text="problem?.fields?.activities" />
    <PainStrip v-model="draft.pain" label="Usual pain over the last week" />
    <ChoiceRow v-if="outcomes.asked" :model-value="draft.change === null ? null : String(draft.change)" :label="change?.ask ?? ''" :options="steps" @update:model-value="draft.change = $event === '' ? null : Number($event)" />
    <ProblemNote :problem="problem" :beside="['activities', ...draft.activities.map((_, n) => `activities.${n}.name`)]" />
    <p class="acts"><button class="act next">Keep these answers</button><button type="button" class="act plain" @click="emit('leave')">not now</button></p>
  </form>
</template>

<style scoped>
form { display: grid; gap: 0.7rem; border: 1px solid var(--line-strong); border-radius: 4px; background: var(--card); padding: 0.9rem 1rem; margin: 0.5rem 0; max-width: 860px; }
.activity { display: grid; grid-template-columns: minmax(0, 1fr) minmax(0, 1.2fr); gap: 0.2rem 1.2rem; align-items: end; }
label { display: grid; gap: 0.1rem; font-size: 0.9rem; color: var(--ink-2); }
.acts { display: flex; gap: 0.6rem; align-items: center; }
@media (max-width: 700px) { .activity { grid-template-columns: minmax(0, 1fr); } }
</style>
