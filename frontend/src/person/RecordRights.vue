<script setup lang="ts">
import { Input, Popconfirm } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import { useSession } from '@/app/session'
import ProblemNote from '@/ui/ProblemNote.vue'
import { shortDate } from '@/ui/dates'
import { saveFile } from '@/ui/saveFile'

/** What belongs to the record as a whole: a second record of the same person, all data as a file, archive, erasure. */
const props = defineProps<{ person: Schemas['PersonOut'] }>()
const emit = defineEmits<{ changed: [person: Schemas['PersonOut']]; again: [] }>()
const session = useSession()
const router = useRouter()
const problem = ref<Problem | null>(null)
const erasing = ref(false)
const typed = ref('')
/** the record in sight, also when the page goes over to another one of the same name */
const path = computed(() => ({ client: props.person.client }))
const fullName = () => `${props.person.first_name} ${props.person.last_name}`

async function merge(other: number): Promise<void> {
  const found = await outcome(clinic.POST('/api/clients/{client}/merge', { params: { path: path.value }, body: { other } }))
  problem.value = found.ok ? null : found.problem
  if (found.ok) emit('changed', found.data)
}

async function archive(archived: boolean): Promise<void> {
  const found = await outcome(clinic.POST('/api/clients/{client}/archive', { params: { path: path.value }, body: { archived } }))
  problem.value = found.ok ? null : found.problem
  if (found.ok) emit('again')
}

async function takeAlong(kind: 'json' | 'csv' | 'pdf'): Promise<void> {
  const found = await outcome(clinic.POST('/api/clients/{client}/export/{kind}', { params: { path: { ...path.value, kind } }, parseAs: 'blob' }))
  problem.value = found.ok ? null : found.problem
  if (found.ok) saveFile(found.data, `client-${props.person.client}.${kind === 'csv' ? 'zip' : kind}`)
}

async function takeBundle(): Promise<void> {
  const found = await outcome(clinic.POST('/api/clients/{client}/bundle', { params: { path: path.value }, parseAs: 'blob' }))
  problem.value = found.ok ? null : found.problem
  if (found.ok) saveFile(found.data, `client-${props.person.client}.json`)
}

async function erase(): Promise<void> {
  const found = await outcome(clinic.POST('/api/clients/{client}/erase', { params: { path: path.value }, body: { name: typed.value } }))
  problem.value = found.ok ? null : found.problem
  if (found.ok) await router.push('/')
}
</script>

<template>
  <section aria-label="The record">
    <h2>The record</h2>
    <div v-if="person.same.length" class="same">
      <p><strong>{{ person.same.length === 1 ? 'Another record has this name.' : `${person.same.length} other records have this name.` }}</strong></p>
      <p v-for="one in person.same" :key="one.client" class="small"><RouterLink :to="`/person/${one.client}`">{{ one.name }}</RouterLink>, {{ one.born ? `born ${shortDate(one.born)}` : 'day of birth not known' }}, {{ one.complaints === 1 ? '1 complaint' : `${one.complaints} complaints` }}
        <Popconfirm v-if="session.may('merge-clients')" :title="`Everything of that record moves to this one, which stays. That cannot be undone. Is it the same person?`" ok-text="The same: make it one" cancel-text="Not sure" @confirm="merge(one.client)"><button type="button" class="link">make it one record</button></Popconfirm></p>
      <p v-if="!session.may('merge-clients')" class="small quiet">A lead makes two records one.</p>
    </div>
    <p v-else class="small quiet">No other record has this name.</p>
    <template v-if="session.may('export-client')">
      <p class="small">Everything kept of {{ person.first_name }}, as one file to take along:</p>
      <p class="acts"><button v-for="kind in (['pdf', 'csv', 'json'] as const)" :key="kind" type="button" class="act" @click="takeAlong(kind)">{{ { pdf: 'To read (PDF)', csv: 'Tables', json: 'All data' }[kind] }}</button></p>
      <p class="small">For another clinic or system: <button type="button" class="link" @click="takeBundle">as a bundle (FHIR)</button></p>
    </template>
    <p v-if="session.may('read-audit')"><RouterLink :to="`/audit?client=${person.client}`">Who did what here</RouterLink></p>
    <p v-if="session.may('archive-client')"><button v-if="!person.archived" type="button" class="link" @click="archive(true)">Archive {{ person.first_name }}: closes every private link</button><button v-else type="button" class="act" @click="archive(false)">Bring {{ person.first_name }} back</button></p>
    <template v-if="session.may('erase-client')">
      <button v-if="!erasing" type="button" class="link" @click="erasing = true">Erase this person for ever</button>
      <form v-else @submit.prevent="erase">
        <label class="small">Type the full name, {{ fullName() }}, to erase for ever what is kept<Input v-model:value="typed" name="erase-name" autocomplete="off" /></label>
        <p class="acts"><button class="act" :disabled="typed !== fullName()">Erase for ever</button><button type="button" class="act plain" @click="erasing = false">keep</button></p>
      </form>
    </template>
    <ProblemNote :problem="problem" />
  </section>
</template>

<style scoped>
section { display: grid; gap: 0.5rem; align-content: start; }
.same { border-left: 3px solid var(--ink); padding-left: 0.7rem; display: grid; gap: 0.3rem; }
.acts { display: flex; gap: 0.5rem; flex-wrap: wrap; }
.link { border: 0; background: none; font: inherit; color: var(--river); text-decoration: underline; cursor: pointer; padding: 0; min-height: 32px; text-align: left; }
form { display: grid; gap: 0.4rem; }
label { display: grid; gap: 0.1rem; }
</style>
