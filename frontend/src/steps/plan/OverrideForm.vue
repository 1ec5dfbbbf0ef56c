<script setup lang="ts">
import { Textarea } from 'ant-design-vue'
import { ref } from 'vue'
import { clinic, outcome, type Problem } from '@/api/client'
import { useSession } from '@/app/session'
import ProblemNote from '@/ui/ProblemNote.vue'

/** Override one verdict with a reason; the rule that spoke stays on the record and on the sheet. */
const props = defineProps<{ visit: number; drill: string; side: 'left' | 'right' | 'both'; override: 'open' | 'lead' | 'never'; verdict: string }>()
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const reason = ref('')
const problem = ref<Problem | null>(null)

async function save(): Promise<void> {
  const body = { drill: props.drill, side: props.side, reason: reason.value }
  const found = await outcome(clinic.POST('/api/visits/{visit}/overrides', { params: { path: { visit: props.visit } }, body }))
  problem.value = found.ok ? null : found.problem
  if (found.ok) emit('done')
}
</script>

<template>
  <p v-if="override === 'never'" class="small clay">This is not overridden here: what it asks for is recorded first, and an override in force goes one step, no further.</p>
  <p v-else-if="!session.may(override === 'lead' ? 'override-exclude' : 'override')" class="small quiet">{{ override === 'lead' ? 'Only a lead overrides a refusal.' : 'A clinician or a lead overrides this.' }}</p>
  <form v-else @submit.prevent="save">
    <label :for="`over-${drill}`">Override it: why is this right for this client?</label>
    <Textarea :id="`over-${drill}`" v-model:value="reason" :rows="2" :maxlength="400" />
    <p class="small quiet">{{ verdict === 'exclude' ? 'The refusal becomes “changed”' : 'It becomes “with care”' }}; your name and reason stand beside the rule, and it ends when you take it back.</p>
    <ProblemNote :problem="problem" />
    <button class="act stop" :disabled="!reason.trim()">Override with this reason</button>
  </form>
</template>

<style scoped>
form { display: grid; gap: 0.4rem; border-left: 5px solid var(--clay); padding-left: 0.8rem; }
label { font-weight: 600; }
textarea { font: inherit; padding: 0.4rem; border: 1px solid var(--line-strong); border-radius: var(--corner); background: var(--card); color: var(--ink); }
</style>
