<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { Checkbox, Input } from 'ant-design-vue'
import { computed, reactive, ref } from 'vue'
import { useRouter } from 'vue-router'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import { unwrap } from '@/shell/useVisit'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import { shortDate } from '@/ui/dates'
import DayBox from '@/ui/DayBox.vue'
import FieldNote from '@/ui/FieldNote.vue'
import ProblemNote from '@/ui/ProblemNote.vue'
import SideDrawer from '@/ui/SideDrawer.vue'
import { useSettled } from '@/ui/useSettled'

/** Taking in a client: the name alone is needed; who has that name already is shown before anything is kept. */
const emit = defineEmits<{ close: [] }>()
const router = useRouter()
const form = reactive<Omit<Schemas['NewClient'], 'birth_date'> & { birth_date: string }>({
  first_name: '', last_name: '', birth_date: '', sex: '', trade: '', telephone: '', email: '', language: '', figure: '', somebody_else: false,
})
const problem = ref<Problem | null>(null)
const busy = ref(false)
const name = computed(() => ({ first_name: form.first_name.trim(), last_name: form.last_name.trim() }))
const asked = useSettled(() => name.value)
const { data: known } = useQuery({
  queryKey: computed(() => ['known', asked.value]),
  queryFn: async () => unwrap(await outcome(clinic.GET('/api/clients/known', { params: { query: asked.value } }))),
  enabled: computed(() => asked.value.first_name.length > 1 && asked.value.last_name.length > 1),
})
const same = computed(() => known.value ?? [])
const note = (field: string) => problem.value?.fields?.[field]

async function save(): Promise<void> {
  if (busy.value || !form.first_name.trim() || !form.last_name.trim()) return
  busy.value = true
  const result = await outcome(clinic.POST('/api/clients', { body: { ...form, birth_date: form.birth_date || null } }))
  busy.value = false
  problem.value = result.ok ? null : result.problem
  if (result.ok) await router.push(`/visit/${result.data.visit}/story`)
}
</script>

<template>
  <SideDrawer open title="Take in a client" :width="440" @close="emit('close')">
    <form @submit.prevent="save">
      <p class="small quiet">Only the name is needed to begin. The day of birth decides which questions of the screen are asked, and the telephone number whom you reach when a stop sign comes.</p>
      <label>First name <span class="small quiet">needed: the sheet speaks to somebody</span><Input v-model:value="form.first_name" name="first_name" :maxlength="60" autofocus /></label>
      <FieldNote :text="note('first_name')" />
      <label>Last name <span class="small quiet">needed</span><Input v-model:value="form.last_name" name="last_name" :maxlength="60" /></label>
      <FieldNote :text="note('last_name')" />
      <label>Born on<DayBox id="birth_date" label="Born on" :model-value="form.birth_date" @update:model-value="form.birth_date = $event ?? ''" /></label>
      <FieldNote :text="note('birth_date')" />
      <section v-if="same.length" class="same" aria-label="In care already">
        <p><strong>{{ same.length === 1 ? 'Is it this person?' : 'Is it one of these?' }}</strong></p>
        <p v-for="one in same" :key="one.visit ?? one.name"><strong>{{ one.name }}</strong>, {{ one.born ? `born ${shortDate(one.born)}` : 'day of birth not known' }}<template v-if="one.condition">, {{ one.condition.toLowerCase() }}</template>. <RouterLink v-if="one.visit" :to="`/visit/${one.visit}/story`">Open this client</RouterLink></p>
        <Checkbox v-model:checked="form.somebody_else">This is somebody else of the same name</Checkbox>
      </section>
      <ChoiceRow v-model="form.sex" label="Sex" :options="[{ value: 'f', text: 'female' }, { value: 'm', text: 'male' }, { value: 'x', text: 'other' }]" />
      <label>Telephone<Input v-model:value="form.telephone" name="telephone" type="tel" :maxlength="40" /></label>
      <FieldNote :text="note('telephone')" />
      <label>E-mail<Input v-model:value="form.email" name="email" :maxlength="100" /></label>
      <FieldNote :text="note('email')" />
      <label>Language <span class="small quiet">in which they read best</span><Input v-model:value="form.language" name="language" :maxlength="40" /></label>
      <label>Trade<Input v-model:value="form.trade" name="trade" :maxlength="80" placeholder="what their days are made of" /></label>
      <ProblemNote :problem="problem" :beside="['first_name', 'last_name', 'birth_date', 'telephone', 'email']" />
      <button class="act next" :disabled="busy || !form.first_name.trim() || !form.last_name.trim()">Begin with the story</button>
    </form>
  </SideDrawer>
</template>

<style scoped>
form { display: grid; gap: 0.6rem; }
form > label { display: grid; gap: 0.15rem; font-weight: 600; }
form > label .small { font-weight: 400; }
.same { border-left: 3px solid var(--ink); padding: 0.2rem 0.8rem; display: grid; gap: 0.3rem; }
</style>
