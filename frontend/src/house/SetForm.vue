<script setup lang="ts">
import { Input, Textarea } from 'ant-design-vue'
import { computed, reactive, ref, watch } from 'vue'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import FieldNote from '@/ui/FieldNote.vue'
import PickOne from '@/ui/PickOne.vue'
import ProblemNote from '@/ui/ProblemNote.vue'

/** Set one thing for the whole clinic, with the reason for it; what the product ships stands beside. */
type Kind = Schemas['SetIn']['kind']
const props = defineProps<{ house: Schemas['HouseOut'] }>()
const emit = defineEmits<{ done: [house: Schemas['HouseOut']]; cancel: [] }>()
const KINDS: { value: Kind; text: string }[] = [
  { value: 'drill', text: 'switch a drill off' }, { value: 'profile', text: 'switch a condition off' },
  { value: 'method', text: 'a method for a need' }, { value: 'need', text: 'what a condition needs' }, { value: 'hours', text: 'hours of work' }, { value: 'text', text: 'words of a message' },
]
const WHAT: Record<Kind, string> = {
  drill: 'It is offered to nobody any more. A plan that has it goes on until somebody changes it.',
  profile: 'It is not chosen for anybody new; complaints that have it stay as they are.',
  method: 'The rules take it where it may be used, for whoever has no method chosen by hand. It refuses nothing less and allows nothing more.',
  need: 'The weight of a need before anything is found, for whoever has this condition. What is measured or seen counts as before, and so does what a clinician sets by hand for one client.',
  hours: 'Where a break at work is planned and the client has no hours of their own. Sheets that are handed over keep theirs.',
  text: 'Sent to clients who read in English. Everything that is filled in has to stand in it.',
}
const kind = ref<Kind>('drill')
const key = ref('')
const value = ref('')
const need = ref('')
const weight = ref('')
const hours = reactive({ from: '', until: '', every: '' })
const reason = ref('')
const problem = ref<Problem | null>(null)
const options = computed(() => {
  const of = { drill: props.house.drills, profile: props.house.profiles, method: props.house.needs, need: props.house.expects, hours: [], text: props.house.texts.map(({ id }) => ({ id, name: id.replaceAll('-', ' ') })) }
  return of[kind.value].map(({ id, name }) => ({ value: id, text: name }))
})
const ready = computed(() => (kind.value === 'hours' ? hours.from && hours.until && hours.every : kind.value === 'need' ? need.value && weight.value : key.value))
const shipped = computed(() => props.house.texts.find(({ id }) => id === key.value)?.shipped ?? '')
const expected = computed(() => props.house.expects.find(({ id }) => id === key.value)?.needs ?? [])
const ships = computed(() => expected.value.find(({ id }) => id === need.value)?.shipped)
watch(kind, () => { key.value = value.value = ''; problem.value = null })
watch(key, () => { need.value = weight.value = '' })
watch(shipped, (now) => { if (kind.value === 'text') value.value = now })

/** What is sent: a weight and hours are put together from their fields. */
function told(): { key: string; value: string } {
  if (kind.value === 'need') return { key: `${key.value} ${need.value}`, value: /^\d{1,3}$/.test(weight.value.trim()) ? String(Number(weight.value) / 100) : weight.value }
  if (kind.value === 'hours') return { key: 'work', value: `${hours.from} ${hours.until} ${hours.every}` }
  return { key: key.value, value: value.value }
}

async function send(): Promise<void> {
  const found = await outcome(clinic.POST('/api/house', { body: { kind: kind.value, ...told(), reason: reason.value } }))
  problem.value = found.ok ? null : found.problem
  if (found.ok) emit('done', found.data)
}
</script>

<template>
  <form @submit.prevent="send">
    <ChoiceRow v-model="kind" label="What is set" keep :options="KINDS" />
    <p class="small quiet">{{ WHAT[kind] }}</p>
    <p v-if="kind === 'hours'" class="small quiet">Shipped: {{ house.hours }}</p>
    <PickOne v-else v-model="key" class="pick" search :label="{ drill: 'Drill', profile: 'Condition', method: 'Need', need: 'Condition', text: 'Message' }[kind]" :options="options" />
    <PickOne v-if="kind === 'need' && key" v-model="need" class="pick" label="Need" :options="expected.map(({ id, name }) => ({ value: id, text: name }))" />
    <FieldNote :text="problem?.fields?.key" />
    <PickOne v-if="kind === 'method'" v-model="value" class="pick" search label="Method" :options="house.methods.map(({ id, name }) => ({ value: id, text: name }))" />
    <label v-if="kind === 'need' && need">How heavy here, 0 to 100 (shipped: {{ Math.round((ships ?? 0) * 100) }})<Input v-model:value="weight" class="few" name="house-weight" inputmode="numeric" /></label>
    <p v-if="kind === 'hours'" class="hours">
      <label>works from<Input v-model:value="hours.from" class="few" name="house-from" inputmode="numeric" placeholder="09:00" /></label>
      <label>until<Input v-model:value="hours.until" class="few" name="house-until" inputmode="numeric" placeholder="17:00" /></label>
      <label>minutes between breaks<Input v-model:value="hours.every" class="few" name="house-every" inputmode="numeric" placeholder="90" /></label>
    </p>
    <template v-if="kind === 'text' && key">
      <p class="small quiet">Shipped: {{ shipped }}</p>
      <label>In the house’s words<Textarea v-model:value="value" name="house-words" :rows="3" :maxlength="300" /></label>
    </template>
    <FieldNote :text="problem?.fields?.value" />
    <label>Why<Input v-model:value="reason" name="house-reason" :maxlength="300" /></label>
    <FieldNote :text="problem?.fields?.reason" />
    <ProblemNote :problem="problem" :beside="['key', 'value', 'reason']" />
    <p class="acts"><button class="act next" :disabled="!ready">Set it for the clinic</button><button type="button" class="act plain" @click="emit('cancel')">not now</button></p>
  </form>
</template>

<style scoped>
form { display: grid; gap: 0.6rem; background: var(--card); border: 1px solid var(--line-strong); border-radius: 4px; padding: 0.9rem 1rem; }
label { display: grid; gap: 0.1rem; }
.few { width: 6rem; }
.hours { display: flex; gap: 1rem; flex-wrap: wrap; }
.pick { max-width: 28rem; width: 100%; }
.acts { display: flex; gap: 0.6rem; align-items: center; }
</style>
