<script setup lang="ts">
import { Input } from 'ant-design-vue'
import { ref } from 'vue'
import FieldNote from '@/ui/FieldNote.vue'
import { useSession } from './session'

/** Nobody touched the screen for a while: the page behind stays as it is, and the password opens it again. */
const session = useSession()
const password = ref('')
const fields = ref<Record<string, string>>({})
const busy = ref(false)

async function open(): Promise<void> {
  busy.value = true
  fields.value = await session.unlock(password.value)
  busy.value = false
  password.value = ''
}
</script>

<template>
  <main class="locked" role="dialog" aria-modal="true" aria-label="Locked">
    <form class="card" @submit.prevent="open">
      <h1>Locked</h1>
      <p class="quiet">Nobody was here for half an hour. What you entered is kept. Type your password to go on, {{ session.me?.name }}.</p>
      <label>
        Password
        <Input v-model:value="password" type="password" autocomplete="current-password" name="password" autofocus
          :aria-invalid="!!fields.password" aria-describedby="lock-note" />
      </label>
      <FieldNote id="lock-note" :text="fields.password" />
      <button class="act next" :disabled="busy || !password">Go on</button>
      <button class="act plain" type="button" @click="session.signOut">Sign out; what did not reach the clinic is forgotten</button>
    </form>
  </main>
</template>

<style scoped>
.locked { position: fixed; inset: 0; background: var(--paper); display: grid; place-items: center; z-index: 60; }
.card { width: min(26rem, 92vw); background: var(--card); border: 1px solid var(--line); border-radius: 6px; padding: 2rem; display: grid; gap: 0.9rem; }
h1 { color: var(--river); }
label { display: grid; gap: 0.25rem; font-weight: 600; }
</style>
