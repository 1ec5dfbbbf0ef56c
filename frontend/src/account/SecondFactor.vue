<script setup lang="ts">
import { Input } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import { useSession } from '@/app/session'
import FieldNote from '@/ui/FieldNote.vue'

/** An authenticator beside the password: set up with a square code and its first code, recovery codes shown once. */
const session = useSession()
const state = computed(() => session.me?.second_factor ?? 'possible')
const password = ref('')
const code = ref('')
const setup = ref<Schemas['FactorSetup'] | null>(null)
const codes = ref<string[]>([])
const fields = ref<Record<string, string>>({})
const square = computed(() => (setup.value ? `data:image/svg+xml,${encodeURIComponent(setup.value.square)}` : ''))

function fail(problem: Problem): void {
  fields.value = Object.keys(problem.fields).length ? problem.fields : { password: problem.title }
}

async function begin(): Promise<void> {
  const found = await outcome(clinic.POST('/api/session/second-factor', { body: { password: password.value } }))
  if (!found.ok) return fail(found.problem)
  fields.value = {}
  setup.value = found.data
}

async function confirm(): Promise<void> {
  const found = await outcome(clinic.POST('/api/session/second-factor/confirm', { body: { code: code.value } }))
  if (!found.ok) return fail(found.problem)
  codes.value = found.data.codes
  setup.value = null
  password.value = code.value = ''
  fields.value = {}
}

async function anew(): Promise<void> {
  const found = await outcome(clinic.POST('/api/session/second-factor/codes', { body: { password: password.value } }))
  if (!found.ok) return fail(found.problem)
  codes.value = found.data.codes
  password.value = ''
  fields.value = {}
}

async function off(): Promise<void> {
  const found = await outcome(clinic.POST('/api/session/second-factor/off', { body: { password: password.value } }))
  if (!found.ok) return fail(found.problem)
  session.adopt(found.data)
  password.value = ''
  fields.value = {}
}
</script>

<template>
  <section aria-label="Second factor">
    <h2>Second factor</h2>
    <div v-if="codes.length" class="known-box codes">
      <p><strong>Your recovery codes, shown only now.</strong> Each opens your account once when your phone is lost. Write them down and keep them away from this computer.</p>
      <ul><li v-for="one in codes" :key="one">{{ one }}</li></ul>
      <button class="act next" @click="session.find">I have written them down</button>
    </div>
    <form v-else-if="setup" @submit.prevent="confirm">
      <p>Show this square to an authenticator on your phone, or type the key into it. Then type the six digits it shows.</p>
      <img :src="square" alt="Square code with the key of your authenticator" width="225" height="225" />
      <p>Key: <code>{{ setup.key }}</code></p>
      <label>The code it shows now
        <Input v-model:value="code" name="code" inputmode="numeric" autocomplete="one-time-code" :maxlength="6" :aria-invalid="!!fields.code" aria-describedby="first-code-note" />
        <FieldNote id="first-code-note" :text="fields.code" />
      </label>
      <button class="act next" :disabled="code.length < 6">Put it in use</button>
    </form>
    <form v-else @submit.prevent="begin">
      <p>{{ state === 'in-use' ? 'Your account opens with your password and a code from your phone.' : 'With an authenticator on your phone, a stolen password opens nothing.' }}</p>
      <label>Your password
        <Input v-model:value="password" type="password" name="factor-password" autocomplete="current-password" :aria-invalid="!!fields.password" aria-describedby="factor-note" />
        <FieldNote id="factor-note" :text="fields.password" />
      </label>
      <div class="acts">
        <button class="act" :class="{ next: state === 'needed' }" :disabled="!password">{{ state === 'in-use' ? 'Set up another phone' : 'Set up an authenticator' }}</button>
        <template v-if="state === 'in-use'">
          <button class="act" type="button" :disabled="!password" @click="anew">New recovery codes</button>
          <button class="act plain" type="button" :disabled="!password" @click="off">Go on without it</button>
        </template>
      </div>
    </form>
  </section>
</template>

<style scoped>
section { display: grid; gap: 0.6rem; border-top: 1px solid var(--line); padding-top: 0.8rem; }
form { display: grid; gap: 0.6rem; max-width: 34rem; justify-items: start; }
label { display: grid; gap: 0.2rem; width: min(26rem, 100%); }
img { background: #fff; border: 1px solid var(--line); }
code { overflow-wrap: anywhere; }
.acts { display: flex; gap: 0.6rem; flex-wrap: wrap; }
.codes { display: grid; gap: 0.5rem; justify-items: start; }
ul { columns: 2; column-gap: 2.5rem; list-style: none; padding: 0; margin: 0; font-family: ui-monospace, monospace; }
</style>
