<script setup lang="ts">
import { Textarea } from 'ant-design-vue'
import { ref } from 'vue'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import ProblemNote from '@/ui/ProblemNote.vue'

/** A session that is left out of the count stays in the log; the reason stands beside it, and it can be counted again. */
const props = defineProps<{ visit: number; session: Schemas['SessionOut']; date: string }>()
const emit = defineEmits<{ saved: [] }>()
const asking = ref(false)
const reason = ref('')
const problem = ref<Problem | null>(null)

async function save(): Promise<void> {
  const params = { path: { visit: props.visit, session: props.session.id } }
  const body = { counts: props.session.left_out !== null, reason: reason.value }
  const found = await outcome(clinic.POST('/api/visits/{visit}/sessions/{session}/count', { params, body }))
  problem.value = found.ok ? null : found.problem
  if (!found.ok) return
  asking.value = false
  reason.value = ''
  emit('saved')
}
</script>

<template>
  <button v-if="!asking" type="button" class="link" @click="asking = true">{{ session.left_out ? 'count it again' : 'leave out' }}<span class="visually-hidden"> {{ date }}</span></button>
  <form v-else class="why" @submit.prevent="save">
    <label>{{ session.left_out ? 'Why it counts again' : 'Why it does not count' }}
      <Textarea v-model:value="reason" name="count-reason" :maxlength="400" :rows="2" />
    </label>
    <ProblemNote :problem="problem" />
    <button class="act" :disabled="!reason.trim()">{{ session.left_out ? 'Count it' : 'Leave it out' }}</button>
    <button class="act plain" type="button" @click="asking = false">Keep as it is</button>
  </form>
</template>

<style scoped>
.why { display: grid; gap: 0.3rem; min-width: 12rem; }
label { display: grid; gap: 0.1rem; font-size: 0.9rem; color: var(--ink-2); }
.link { border: 0; background: none; font: inherit; color: var(--river); text-decoration: underline; min-height: 44px; min-width: 44px; cursor: pointer; text-align: left; padding: 0; }
</style>
