<script setup lang="ts">
import { Input } from 'ant-design-vue'
import { ref } from 'vue'
import { clinic, outcome } from '@/api/client'
import { useSession } from '@/app/session'
import FieldNote from '@/ui/FieldNote.vue'

const session = useSession()
const old = ref('')
const next = ref('')
const fields = ref<Record<string, string>>({})
const done = ref(false)

async function change(): Promise<void> {
  const found = await outcome(clinic.POST('/api/session/password', { body: { old: old.value, new: next.value } }))
  done.value = found.ok
  fields.value = found.ok ? {} : Object.keys(found.problem.fields).length ? found.problem.fields : { old: found.problem.title }
  if (!found.ok) return
  session.adopt(found.data)
  old.value = next.value = ''
}
</script>

<template>
  <form aria-label="Password" @submit.prevent="change">
    <h2>Password</h2>
    <label>The password you have
      <Input v-model:value="old" type="password" name="old" autocomplete="current-password" :aria-invalid="!!fields.old" aria-describedby="old-note" />
      <FieldNote id="old-note" :text="fields.old" />
    </label>
    <label>The next one, at least 12 characters
      <Input v-model:value="next" type="password" name="new" autocomplete="new-password" :aria-invalid="!!fields.new" aria-describedby="new-note" />
      <FieldNote id="new-note" :text="fields.new" />
    </label>
    <div class="acts">
      <button class="act" :disabled="!old || !next">Change the password</button>
      <span v-if="done" role="status">Changed. Wherever else you were signed in, you are not any more.</span>
    </div>
  </form>
</template>

<style scoped>
form { display: grid; gap: 0.6rem; border-top: 1px solid var(--line); padding-top: 0.8rem; }
label { display: grid; gap: 0.2rem; max-width: 26rem; }
.acts { display: flex; gap: 0.8rem; align-items: center; flex-wrap: wrap; }
</style>
