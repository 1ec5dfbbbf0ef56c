<script setup lang="ts">
import { computed, ref } from 'vue'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import { shortDate } from '@/ui/dates'
import { newId } from '@/ui/newId'
import PainStrip from '@/ui/PainStrip.vue'
import ProblemNote from '@/ui/ProblemNote.vue'

/** A morning the client tells by telephone, entered on their behalf. */
const props = defineProps<{ visit: number; sessions: Schemas['SessionOut'][]; today: string }>()
const emit = defineEmits<{ saved: [] }>()
const pain = ref<number | null>(null)
const problem = ref<Problem | null>(null)
const waiting = computed(() => props.sessions.filter((s) => s.morning === null && s.date < props.today).at(-1))

async function save(): Promise<void> {
  if (!waiting.value || pain.value === null) return
  const body = { id: newId(), session: waiting.value.id, pain: pain.value, unusual: 'none' as const, gone_48h: null }
  const result = await outcome(clinic.POST('/api/visits/{visit}/mornings', { params: { path: { visit: props.visit } }, body }))
  problem.value = result.ok ? null : result.problem
  if (!result.ok) return
  pain.value = null
  emit('saved')
}
</script>

<template>
  <div v-if="waiting" class="entry">
    <PainStrip v-model="pain" :label="`The morning after ${shortDate(waiting.date)}, as the client tells it`" />
    <button class="act" :disabled="pain === null" @click="save">Record this morning</button>
    <ProblemNote :problem="problem" />
  </div>
</template>

<style scoped>
.entry { display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 0.6rem; align-items: end; background: var(--card); border: 1px solid var(--line); padding: 0.7rem; }
</style>
