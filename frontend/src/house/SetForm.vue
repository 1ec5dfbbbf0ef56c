<script setup lang="ts">
import { Input, Textarea } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
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
  { value: 'method', text: 'a method for a need' }, { value: 'text', text: 'words of a message' },
]
const WHAT: Record<Kind, string> = {
  drill: 'It is offered to nobody any more. A plan that has it goes on until somebody changes it.',
  profile: 'It is not chosen for anybody new; complaints that have it stay as they are.',
  method: 'The rules take it where it may be used, for whoever has no method chosen by hand. It refuses nothing less and allows nothing more.',
  text: 'Sent to clients who read in English. Everything that is filled in has to stand in it.',
}
const kind = ref<Kind>('drill')
const key = ref('')
const value = ref('')
const reason = ref('')
const problem = ref<Problem | null>(null)
const options = computed(() => {
  const of = { drill: props.house.drills, profile: props.house.profiles, method: props.house.needs, text: props.house.texts.map(({ id }) => ({ id, name: id.replaceAll('-', ' ') })) }
  return of[kind.value].map(({ id, name }) => ({ value: id, text: name }))
})
const shipped = computed(() => props.house.texts.find(({ id }) => id === key.value)?.shipped ?? '')
watch(kind, () => { key.value = value.value = ''; problem.value = null })
watch(shipped, (now) => { if (kind.value === 'text') value.value = now })

async function send(): Promise<void> {
  const found = await outcome(clinic.POST('/api/house', { body: { kind: kind.value, key: key.value, value: value.value, reason: reason.value } }))
  problem.value = found.ok ? null : found.problem
  if (found.ok) emit('done', found.data)
}
</script>

<template>
  <form @submit.prevent="send">
    <ChoiceRow v-model="kind" label="What is set" keep :options="KINDS" />
    <p class="small quiet">{{ WHAT[kind] }}</p>
    <PickOne v-model="key" class="pick" search :label="{ drill: 'Drill', profile: 'Condition', method: 'Need', text: 'Message' }[kind]" :options="options" />
    <FieldNote :text="problem?.fields?.key" />
    <PickOne v-if="kind === 'method'" v-model="value" class="pick" search label="Method" :options="house.methods.map(({ id, name }) => ({ value: id, text: name }))" />
    <template v-if="kind === 'text' && key">
      <p class="small quiet">Shipped: {{ shipped }}</p>
      <label>In the house’s words<Textarea v-model:value="value" name="house-words" :rows="3" :maxlength="300" /></label>
    </template>
    <FieldNote :text="problem?.fields?.value" />
    <label>Why<Input v-model:value="reason" name="house-reason" :maxlength="300" /></label>
    <FieldNote :text="problem?.fields?.reason" />
    <ProblemNote :problem="problem" />
    <p class="acts"><button class="act next" :disabled="!key">Set it for the clinic</button><button type="button" class="act plain" @click="emit('cancel')">not now</button></p>
  </form>
</template>

<style scoped>
form { display: grid; gap: 0.6rem; background: var(--card); border: 1px solid var(--line-strong); border-radius: 4px; padding: 0.9rem 1rem; }
label { display: grid; gap: 0.1rem; }
.pick { max-width: 28rem; width: 100%; }
.acts { display: flex; gap: 0.6rem; align-items: center; }
</style>
