<script setup lang="ts">
import { computed, ref } from 'vue'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import { UNUSUAL } from './toldWords'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import { shortDate } from '@/ui/dates'
import { newId } from '@/ui/newId'
import PainStrip from '@/ui/PainStrip.vue'
import ProblemNote from '@/ui/ProblemNote.vue'

/** A morning the client tells in the room or by telephone, entered on their behalf. */
const props = defineProps<{ visit: number; sessions: Schemas['SessionOut'][]; today: string }>()
const emit = defineEmits<{ saved: [] }>()
const pain = ref<number | null>(null)
const unusual = ref<Schemas['SessionOut']['unusual']>('none')
const gone = ref('')
const problem = ref<Problem | null>(null)
const waiting = computed(() => props.sessions.filter((s) => s.morning === null && !s.left_out && s.date < props.today).at(-1))
const twoDays = computed(() => waiting.value !== undefined && (Date.parse(props.today) - Date.parse(waiting.value.date)) / 86_400_000 >= 2)

async function save(): Promise<void> {
  if (!waiting.value || pain.value === null) return
  const body = {
    id: newId(), session: waiting.value.id, pain: pain.value, unusual: unusual.value,
    gone_48h: gone.value === '' ? null : gone.value === 'yes',
  }
  const result = await outcome(clinic.POST('/api/visits/{visit}/mornings', { params: { path: { visit: props.visit } }, body }))
  problem.value = result.ok ? null : result.problem
  if (!result.ok) return
  pain.value = null
  unusual.value = 'none'
  gone.value = ''
  emit('saved')
}
</script>

<template>
  <div v-if="waiting" class="entry">
    <PainStrip v-model="pain" :label="`The morning after ${shortDate(waiting.date)}, as the client tells it`" />
    <div class="row">
      <ChoiceRow v-model="unusual" keep label="That day was" :options="UNUSUAL" />
      <ChoiceRow v-if="twoDays" v-model="gone" label="Gone two days later?" :options="[{ value: 'yes', text: 'yes' }, { value: 'no', text: 'no' }]" />
      <button class="act" :disabled="pain === null" @click="save">Record this morning</button>
    </div>
    <ProblemNote :problem="problem" />
  </div>
</template>

<style scoped>
.entry { display: grid; gap: 0.6rem; background: var(--card); border: 1px solid var(--line); padding: 0.7rem; }
.row { display: flex; gap: 1rem; align-items: end; justify-content: space-between; flex-wrap: wrap; }
</style>
