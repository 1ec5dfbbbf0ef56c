<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { clinic, outcome, type Schemas } from '@/api/client'
import NumberField from '@/ui/NumberField.vue'

type Screening = Schemas['ScreeningOut']

/** Blood pressure: two numbers taken today, or said not to have been taken; sent once both are there. */
const props = defineProps<{ visit: number; pressure: Schemas['PressureOut']; notTaken: boolean }>()
const emit = defineEmits<{ found: [found: Screening]; notTaken: [said: boolean] }>()
const upper = ref(props.pressure.upper)
const lower = ref(props.pressure.lower)
const faults = ref<Record<string, string>>({})
const open = computed(() => props.pressure.upper === null && !props.notTaken)
watch(() => props.pressure, (now) => { [upper.value, lower.value] = [now.upper, now.lower] })

/** At the end of a field, not at each digit: 12 is on its way to 128. */
async function send(): Promise<void> {
  const body = { upper: upper.value, lower: lower.value }
  if ((body.upper === null) !== (body.lower === null)) return
  if (body.upper === props.pressure.upper && body.lower === props.pressure.lower) return
  const found = await outcome(clinic.PUT('/api/visits/{visit}/pressure', { params: { path: { visit: props.visit } }, body }))
  faults.value = found.ok ? {} : Object.keys(found.problem.fields).length ? found.problem.fields : { lower: found.problem.detail }
  if (!found.ok) return
  emit('found', found.data)
  if (body.upper !== null && props.notTaken) emit('notTaken', false)
}
</script>

<template>
  <div class="question" :class="{ open, yes: pressure.high }" data-word="pressure" tabindex="-1">
    <span class="text">Blood pressure, {{ pressure.always ? 'taken today: always with high blood pressure' : 'if taken today' }}
      <strong v-if="pressure.high" class="clay">high: nobody exercises before a doctor has looked</strong>
    </span>
    <span class="numbers" @change="send">
      <NumberField v-model="upper" label="upper" :note="faults.upper" />
      <NumberField v-model="lower" label="lower" unit="mmHg" :note="faults.lower" />
    </span>
    <button v-if="!pressure.always && pressure.upper === null" type="button" class="not" :aria-pressed="notTaken" @click="emit('notTaken', !notTaken)">not taken</button>
  </div>
</template>

<style scoped>
/* the row itself looks as every question of the step that holds it */
.question { flex-wrap: wrap; }
.question.open .text { font-weight: 600; }
.text { flex: 1; font-size: 0.95rem; min-width: 12rem; }
.text strong { display: block; }
.numbers { display: flex; gap: 0.5rem; align-items: end; }
.not { min-height: 44px; padding: 0 0.7rem; border: 1px solid var(--line-strong); border-radius: var(--corner); background: var(--card); font: inherit; cursor: pointer; }
.not[aria-pressed='true'] { background: var(--ink); color: #fff; font-weight: 600; }
</style>
