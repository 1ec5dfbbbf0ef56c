<script setup lang="ts">
import { Input } from 'ant-design-vue'
import { ref } from 'vue'
import FieldNote from '@/ui/FieldNote.vue'
import { useSession } from './session'

defineProps<{ again?: boolean }>()
const session = useSession()
const username = ref('')
const password = ref('')
const code = ref('')
/** asked once the name and the password fit and the account has an authenticator */
const asksCode = ref(false)
const fields = ref<Record<string, string>>({})
const busy = ref(false)

async function signIn(): Promise<void> {
  busy.value = true
  fields.value = await session.signIn(username.value, password.value, code.value)
  if (fields.value.code) asksCode.value = true
  busy.value = false
}
</script>

<template>
  <main class="gate" :class="{ again }">
    <svg v-if="!again" class="river" viewBox="0 0 1280 220" preserveAspectRatio="none" aria-hidden="true">
      <path d="M0 120 C 260 60, 420 190, 680 120 S 1080 60, 1280 130 V 220 H 0 Z" fill="#DCE9EA" />
      <path d="M0 150 C 260 100, 420 210, 680 150 S 1080 100, 1280 160" fill="none" stroke="#1E5A68" stroke-width="1.5" />
    </svg>
    <form class="card" @submit.prevent="signIn">
      <h1>{{ again ? 'You were signed out' : 'Ease Path' }}</h1>
      <p class="quiet">{{ again ? 'What you entered is still on this screen. Sign in to go on.' : 'From the story of a pain to a home program that is done.' }}</p>
      <label>Name<Input v-model:value="username" autocomplete="username" name="username" autofocus /></label>
      <label>
        Password
        <Input v-model:value="password" type="password" autocomplete="current-password" name="password"
          :aria-invalid="!!fields.password" aria-describedby="sign-in-note" />
      </label>
      <FieldNote id="sign-in-note" :text="fields.password ?? fields.username" />
      <label v-if="asksCode">
        Code of your authenticator, or a recovery code
        <Input v-model:value="code" autocomplete="one-time-code" name="code" :maxlength="40" autofocus
          :aria-invalid="!!fields.code" aria-describedby="code-note" />
        <FieldNote id="code-note" :text="fields.code" />
      </label>
      <button class="act next" :disabled="busy || !username || !password">Sign in</button>
      <p class="small quiet">Supports a licensed professional’s decision. It is no diagnosis; local rules and the surgeon’s protocol win.</p>
    </form>
  </main>
</template>

<style scoped>
.gate { min-height: 100vh; display: grid; place-items: center; position: relative; }
.gate.again { min-height: 0; }
.river { position: absolute; bottom: 0; width: 100%; height: 220px; }
.card {
  position: relative; width: min(26rem, 92vw); background: var(--card); border: 1px solid var(--line);
  border-radius: 6px; padding: 2rem; display: grid; gap: 0.9rem;
}
h1 { color: var(--river); }
label { display: grid; gap: 0.25rem; font-weight: 600; }
</style>
