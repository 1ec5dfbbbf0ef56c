<script setup lang="ts">
import { Input } from 'ant-design-vue'
import { computed, ref, useId } from 'vue'
import FieldNote from './FieldNote.vue'
import { withUnit } from './units'

/** Several readings of one thing: type a number, Enter keeps it; Enter in the empty field moves on. */
const props = defineProps<{
  modelValue: number[]
  label: string
  unit: string
  valid: number[]
  plausible?: number[]
  disabled?: boolean
  note?: string
}>()
const emit = defineEmits<{ 'update:modelValue': [value: number[]]; onward: [] }>()
const id = useId()
const text = ref('')
const fault = ref('')
const unusual = computed(() => {
  const [low = -Infinity, high = Infinity] = props.plausible ?? []
  const strange = props.modelValue.filter((v) => v < low || v > high)
  return strange.length ? `${withUnit(strange[0], props.unit)} is unusual: look at the set-up, take it again` : ''
})

function keep(): void {
  const typed = text.value.trim().replace(',', '.').replace('−', '-')
  if (!typed) {
    emit('onward')
    return
  }
  const value = Number(typed)
  const [low = -Infinity, high = Infinity] = props.valid
  if (!Number.isFinite(value)) fault.value = `“${typed}” is no number: type the reading in digits`
  else if (value < low || value > high) fault.value = `${withUnit(value, props.unit)} is not possible: ${low} to ${high}`
  else if (props.modelValue.length >= 10) fault.value = 'ten readings are enough: take one out first'
  else {
    fault.value = ''
    text.value = ''
    emit('update:modelValue', [...props.modelValue, value])
  }
}

function back(event: KeyboardEvent): void {
  if (text.value || !props.modelValue.length) return
  event.preventDefault()
  drop(props.modelValue.length - 1)
}

function drop(index: number): void {
  emit('update:modelValue', props.modelValue.filter((_, n) => n !== index))
}
</script>

<template>
  <div class="readings">
    <label :for="id" class="small">{{ label }}</label>
    <div class="row">
      <button v-for="(value, n) in modelValue" :key="n" type="button" class="chip" :aria-label="`take out ${withUnit(value, unit)}`" :disabled="disabled" @click="drop(n)">{{ Number(value.toFixed(2)) }}<svg viewBox="0 0 8 8" width="8" height="8" aria-hidden="true"><path d="M1 1 L7 7 M7 1 L1 7" stroke="currentColor" stroke-width="1.4" /></svg></button>
      <Input :id="id" v-model:value="text" inputmode="text" autocomplete="off" :disabled="disabled" :aria-invalid="!!(fault || note)" :aria-describedby="`${id}-note`" @keydown.enter.prevent="keep" @keydown.backspace="back" @blur="text && keep()" />
    </div>
    <div :id="`${id}-note`"><FieldNote :text="fault || note || unusual" /></div>
  </div>
</template>

<style scoped>
.readings { display: grid; gap: 0.1rem; min-width: 0; }
.row { display: flex; flex-wrap: wrap; gap: 0.25rem; }
.chip { min-height: 44px; min-width: 44px; display: inline-flex; gap: 0.35rem; align-items: center; justify-content: center; border: 1px solid var(--river); background: var(--river-soft); color: var(--ink); border-radius: var(--corner); font: inherit; cursor: pointer; }
input { width: 5.2rem; }
input[aria-invalid='true'] { border-color: var(--clay); }
</style>
