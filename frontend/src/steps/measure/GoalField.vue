<script setup lang="ts">
import { ref, useId, watch } from 'vue'
import FieldNote from '@/ui/FieldNote.vue'
import { unitWords } from '@/ui/units'

/** What this client needs of a measure; empty leaves the reference to the rules. */
const props = defineProps<{ modelValue: number | null; label: string; unit: string; valid: number[] }>()
const emit = defineEmits<{ 'update:modelValue': [value: number | null] }>()
const id = useId()
const text = ref(props.modelValue === null ? '' : String(props.modelValue))
const fault = ref('')
watch(() => props.modelValue, (value) => (text.value = value === null ? '' : String(value)))

function keep(): void {
  const typed = text.value.trim().replace(',', '.')
  const value = Number(typed)
  const [low = -Infinity, high = Infinity] = props.valid
  fault.value = ''
  if (!typed) emit('update:modelValue', null)
  else if (!Number.isFinite(value) || value < low || value > high) fault.value = `a goal lies between ${low} and ${high}`
  else emit('update:modelValue', value)
}
</script>

<template>
  <div class="goal">
    <label :for="id" class="small quiet">{{ label }}{{ unit === 'deg' ? ', degrees' : `,${unitWords(unit)}` }}</label>
    <input :id="id" v-model="text" inputmode="text" autocomplete="off" placeholder="the rules choose" :aria-invalid="!!fault" @change="keep" @keydown.enter.prevent="keep" />
    <FieldNote :text="fault" />
  </div>
</template>

<style scoped>
.goal { display: grid; }
input { width: 9.5rem; min-height: 44px; border: 1px dashed var(--line-strong); border-radius: var(--corner); background: none; font: inherit; padding: 0 0.5rem; color: var(--ink); }
</style>
