<script setup lang="ts">
import { Drawer, Input } from 'ant-design-vue'
import { reactive, ref } from 'vue'
import { useRouter } from 'vue-router'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import FieldNote from '@/ui/FieldNote.vue'
import ProblemNote from '@/ui/ProblemNote.vue'
import DayBox from '@/ui/DayBox.vue'

const emit = defineEmits<{ close: [] }>()
const router = useRouter()
const form = reactive<{ first_name: string; last_name: string; birth_date: string; sex: Schemas['NewClient']['sex']; trade: string }>({ first_name: '', last_name: '', birth_date: '', sex: '', trade: '' })
const problem = ref<Problem | null>(null)
const busy = ref(false)

async function save(): Promise<void> {
  busy.value = true
  const result = await outcome(clinic.POST('/api/clients', { body: { ...form, birth_date: form.birth_date || null } }))
  busy.value = false
  problem.value = result.ok ? null : result.problem
  if (result.ok) await router.push(`/visit/${result.data.visit}/story`)
}
</script>

<template>
  <Drawer open title="Take in a client" :width="400" @close="emit('close')">
    <form @submit.prevent="save">
      <label>First name<Input v-model:value="form.first_name" name="first_name" autofocus /></label>
      <FieldNote :text="problem?.fields?.first_name" />
      <label>Last name<Input v-model:value="form.last_name" name="last_name" /></label>
      <FieldNote :text="problem?.fields?.last_name" />
      <label>Born on<DayBox id="birth_date" label="Born on" :model-value="form.birth_date" @update:model-value="form.birth_date = $event ?? ''" /></label>
      <FieldNote :text="problem?.fields?.birth_date" />
      <ChoiceRow v-model="form.sex" label="Sex" :options="[{ value: 'f', text: 'female' }, { value: 'm', text: 'male' }, { value: 'x', text: 'other' }]" />
      <label>Trade<Input v-model:value="form.trade" name="trade" placeholder="what their days are made of" /></label>
      <ProblemNote :problem="problem && !Object.keys(problem.fields ?? {}).length ? problem : null" />
      <button class="act next" :disabled="busy || !form.first_name || !form.last_name">Begin with the story</button>
    </form>
  </Drawer>
</template>

<style scoped>
form { display: grid; gap: 0.7rem; }
label { display: grid; gap: 0.2rem; font-weight: 600; }
</style>
