<script setup lang="ts">
import { Checkbox, Input } from 'ant-design-vue'
import { computed, reactive, ref } from 'vue'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import { shortDate } from '@/ui/dates'
import DayBox from '@/ui/DayBox.vue'
import FieldNote from '@/ui/FieldNote.vue'
import PickOne from '@/ui/PickOne.vue'
import ProblemNote from '@/ui/ProblemNote.vue'
import { callAddress } from '@/ui/telephone'

/** Who, how reached, and what was agreed; kept when it is said so, and nothing is overwritten that somebody changed meanwhile. */
const props = defineProps<{ person: Schemas['PersonOut']; today: string; may: boolean }>()
const emit = defineEmits<{ saved: [person: Schemas['PersonOut']]; again: [] }>()
const of = (one: Schemas['PersonOut']) => ({ first_name: one.first_name, last_name: one.last_name, birth_date: one.birth_date, sex: one.sex, trade: one.trade, telephone: one.telephone, email: one.email, language: one.language, figure: one.figure, consent_on: one.consent_on })
const form = reactive(of(props.person))
const problem = ref<Problem | null>(null)
const busy = ref(false)
const changed = computed(() => JSON.stringify(form) !== JSON.stringify(of(props.person)))
const note = (field: string) => problem.value?.fields?.[field]

async function save(): Promise<void> {
  busy.value = true
  const body = { ...form, revision: props.person.revision, somebody_else: true }
  const found = await outcome(clinic.PUT('/api/clients/{client}', { params: { path: { client: props.person.client } }, body }))
  busy.value = false
  problem.value = found.ok ? null : found.problem
  if (found.ok) emit('saved', found.data)
}
</script>

<template>
  <form @submit.prevent="save">
    <h2>Who</h2>
    <div class="two">
      <label>First name<Input v-model:value="form.first_name" name="first_name" :maxlength="60" :disabled="!may" /><FieldNote :text="note('first_name')" /></label>
      <label>Last name<Input v-model:value="form.last_name" name="last_name" :maxlength="60" :disabled="!may" /><FieldNote :text="note('last_name')" /></label>
    </div>
    <label>Born on<DayBox id="born" label="Born on" :model-value="form.birth_date" :latest="today" @update:model-value="form.birth_date = $event" /><FieldNote :text="note('birth_date')" /></label>
    <ChoiceRow v-model="form.sex" label="Sex, for the questions" :options="[{ value: 'f', text: 'female' }, { value: 'm', text: 'male' }, { value: 'x', text: 'other' }]" />
    <div class="two">
      <label>Trade<Input v-model:value="form.trade" name="trade" :maxlength="80" :disabled="!may" /></label>
      <label>Language<Input v-model:value="form.language" name="language" :maxlength="40" :disabled="!may" placeholder="reads best in" /></label>
    </div>
    <label>Figure in the pictures<PickOne clearable label="Figure in the pictures" :placeholder="person.figures.find((one) => !one.id)?.words" :model-value="form.figure" :disabled="!may" :options="person.figures.filter((one) => one.id).map((one) => ({ value: one.id, text: one.words }))" @update:model-value="form.figure = $event" /></label>
    <h2>Contact</h2>
    <label>Telephone <a v-if="person.telephone" class="small" :href="callAddress(person.telephone)">call</a><Input v-model:value="form.telephone" name="telephone" type="tel" :maxlength="40" :disabled="!may" /><FieldNote :text="note('telephone')" /></label>
    <label>E-mail <a v-if="person.email" class="small" :href="`mailto:${person.email}`">write</a><Input v-model:value="form.email" name="email" :maxlength="100" :disabled="!may" /><FieldNote :text="note('email')" /></label>
    <Checkbox :checked="form.consent_on !== null" :disabled="!may" @change="form.consent_on = form.consent_on === null ? today : null">{{ form.consent_on ? `Agreed on ${shortDate(form.consent_on)}: a sheet by phone, and what is told at home is kept` : 'Agrees to a sheet by phone, and that what is told at home is kept' }}</Checkbox>
    <FieldNote :text="note('consent_on')" />
    <ProblemNote :problem="problem" :beside="['first_name', 'last_name', 'birth_date', 'telephone', 'email', 'consent_on']" />
    <p v-if="changed" class="acts"><button class="act next" :disabled="busy">Keep the changes</button><button type="button" class="act plain" @click="Object.assign(form, of(person)); problem = null">leave as it was</button><button v-if="problem?.status === 409" type="button" class="act" @click="emit('again')">Read it anew</button></p>
  </form>
</template>

<style scoped>
form { display: grid; gap: 0.6rem; align-content: start; }
label:not(.ant-checkbox-wrapper) { display: grid; gap: 0.1rem; color: var(--ink-2); font-size: 0.93rem; grid-template-columns: 1fr auto; }
label > :deep(.ant-select), label > :deep(.ant-input), label > :deep(.ant-picker), label > :deep(.ant-input-affix-wrapper) { grid-column: 1 / -1; }
label:not(.ant-checkbox-wrapper) > :last-child { grid-column: 1 / -1; }
.two { display: grid; grid-template-columns: minmax(0, 1fr) minmax(0, 1fr); gap: 0.8rem; }
.acts { display: flex; gap: 0.6rem; flex-wrap: wrap; }
h2 { margin-top: 0.3rem; }
</style>
