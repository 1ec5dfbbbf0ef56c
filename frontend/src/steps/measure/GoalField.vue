<script setup lang="ts">
import { Input } from 'ant-design-vue'
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
    <Input :id="id" v-model:value="text" inputmode="text" autocomplete="off" placeholder="the rules choose" :aria-invalid="!!fault" @blur="keep" @keydown.enter.prevent="keep" />
    <FieldNote :text="fault" />
  </div>
</template>

<style scoped>
.goal { display: grid; }
input { width: 9.5rem; border-style: dashed; background: none; }
</style>
