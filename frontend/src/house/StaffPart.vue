<script setup lang="ts">
import { Input } from 'ant-design-vue'
import { reactive, ref } from 'vue'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import FieldNote from '@/ui/FieldNote.vue'
import ProblemNote from '@/ui/ProblemNote.vue'

/** Who works here and as what; every change is dated and has its reason. A first password is shown once. */
defineProps<{ house: Schemas['HouseOut'] }>()
const emit = defineEmits<{ done: [house: Schemas['HouseOut']] }>()
const ROLES = [{ value: 'assistant', text: 'assistant' }, { value: 'clinician', text: 'clinician' }, { value: 'lead', text: 'lead' }]
const STOP = { value: 'none', text: 'signs in no more' }
const adding = ref(false)
const changing = ref<number | null>(null)
const form = reactive({ username: '', first_name: '', last_name: '', role: 'clinician', reason: '' })
const change = reactive({ role: '', reason: '' })
const problem = ref<Problem | null>(null)
const shown = ref<{ username: string; password: string } | null>(null)

async function takeOn(): Promise<void> {
  const found = await outcome(clinic.POST('/api/staff', { body: { ...form } }))
  problem.value = found.ok ? null : found.problem
  if (!found.ok) return
  shown.value = { username: found.data.username, password: found.data.password }
  Object.assign(form, { username: '', first_name: '', last_name: '', reason: '' })
  adding.value = false
  emit('done', found.data.house)
}

async function setRole(user: number): Promise<void> {
  const found = await outcome(clinic.PUT('/api/staff/{user}', { params: { path: { user } }, body: { ...change } }))
  problem.value = found.ok ? null : found.problem
  if (!found.ok) return
  changing.value = null
  emit('done', found.data)
}

function open(user: Schemas['StaffLine']): void {
  changing.value = user.id
  problem.value = null
  Object.assign(change, { role: user.active ? user.role : 'none', reason: '' })
}
</script>

<template>
  <section aria-label="Who works here">
    <div class="head"><h2>Who works here</h2><button v-if="!adding" type="button" class="act" @click="adding = true; problem = null">Take somebody on</button></div>
    <p v-if="shown" class="shown" role="status"><strong>{{ shown.username }}</strong> signs in with <strong>{{ shown.password }}</strong> the first time. It is shown this once; ask them to change it under their name.</p>
    <form v-if="adding" @submit.prevent="takeOn">
      <div class="names">
        <label>First name<Input v-model:value="form.first_name" name="staff-first" /></label>
        <label>Last name<Input v-model:value="form.last_name" name="staff-last" /></label>
        <label>User name<Input v-model:value="form.username" name="staff-username" autocomplete="off" /></label>
      </div>
      <FieldNote v-for="name in (['first_name', 'last_name', 'username'] as const)" :key="name" :text="problem?.fields?.[name]" />
      <ChoiceRow v-model="form.role" label="As" keep :options="ROLES" />
      <label>Why<Input v-model:value="form.reason" name="staff-reason" :maxlength="300" /></label>
      <FieldNote :text="problem?.fields?.reason" />
      <ProblemNote :problem="problem" :beside="['first_name', 'last_name', 'username', 'reason']" />
      <p class="acts"><button class="act next">Take on</button><button type="button" class="act plain" @click="adding = false">not now</button></p>
    </form>
    <table>
      <thead><tr><th scope="col">who</th><th scope="col">signs in as</th><th scope="col">role</th><th scope="col"><span class="visually-hidden">change</span></th></tr></thead>
      <tbody>
        <template v-for="one in house.staff" :key="one.id">
          <tr :class="{ off: !one.active }"><th scope="row">{{ one.name }}</th><td>{{ one.username }}</td><td>{{ one.active ? one.role : 'signs in no more' }}</td>
            <td><button type="button" class="link" :aria-label="`Change the role of ${one.name}`" @click="open(one)">change</button></td></tr>
          <tr v-if="changing === one.id"><td colspan="4">
            <form @submit.prevent="setRole(one.id)">
              <ChoiceRow v-model="change.role" :label="`${one.name} is from now on`" keep :options="[...ROLES, STOP]" />
              <label>Why<Input v-model:value="change.reason" name="role-reason" :maxlength="300" /></label>
              <FieldNote :text="problem?.fields?.reason" />
              <ProblemNote :problem="problem" :beside="['reason']" />
              <p class="acts"><button class="act next">Keep this</button><button type="button" class="act plain" @click="changing = null">not now</button></p>
            </form>
          </td></tr>
        </template>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
section { display: grid; gap: 0.6rem; grid-template-columns: minmax(0, 1fr); }
.head { display: flex; gap: 1rem; align-items: baseline; }
.head .act { margin-left: auto; }
form { display: grid; gap: 0.6rem; background: var(--card); border: 1px solid var(--line-strong); border-radius: 4px; padding: 0.9rem 1rem; }
.names { display: grid; grid-template-columns: repeat(auto-fit, minmax(11rem, 1fr)); gap: 0.6rem; }
label { display: grid; gap: 0.1rem; }
.acts { display: flex; gap: 0.6rem; align-items: center; }
.shown { border-left: 4px solid var(--river); padding-left: 0.8rem; }
table { border-collapse: collapse; width: 100%; }
th, td { text-align: left; font-weight: 400; padding: 0.35rem 0.8rem 0.35rem 0; border-bottom: 1px solid var(--line); overflow-wrap: anywhere; }
thead th { font-size: 0.86rem; color: var(--ink-2); }
tbody th { font-weight: 600; }
.off th, .off td { color: var(--ink-2); font-weight: 400; }
.link { border: 0; background: none; font: inherit; color: var(--river); text-decoration: underline; cursor: pointer; padding: 0; min-height: 32px; }
</style>
