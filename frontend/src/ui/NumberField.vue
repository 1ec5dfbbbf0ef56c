<script setup lang="ts">
import { Input } from 'ant-design-vue'
import { computed, useId } from 'vue'

/** A number with its unit; empty is "not known", and what is no number is said, not swallowed. */
const props = defineProps<{ label: string; unit?: string; modelValue: number | null | undefined; note?: string; wide?: boolean }>()
const emit = defineEmits<{ 'update:modelValue': [value: number | null] }>()
const id = useId()
const shown = computed(() => (props.modelValue === null || props.modelValue === undefined ? '' : String(props.modelValue)))

function onInput(event: Event): void {
  const text = (event.target as HTMLInputElement).value.trim()
  if (text === '') emit('update:modelValue', null)
  else if (/^\d+$/.test(text)) emit('update:modelValue', Number(text))
}
</script>

<template>
  <div class="field">
    <label :for="id">{{ label }}</label>
    <span class="box">
      <Input :id="id" :value="shown" inputmode="numeric" placeholder="not known" :style="{ width: wide ? '8rem' : '6.5rem' }"
        :aria-invalid="!!note" @input="onInput" />
      <span v-if="unit" class="unit">{{ unit }}</span>
    </span>
    <p v-if="note" class="note" role="alert">{{ note }}</p>
  </div>
</template>

<style scoped>
.field { display: grid; gap: 0.1rem; align-content: start; }
label { font-size: 0.9rem; color: var(--ink-2); }
.box { display: flex; align-items: center; gap: 0.4rem; }
.unit { color: var(--ink-2); font-size: 0.9rem; }
.note { color: var(--clay); font-weight: 600; font-size: 0.9rem; }
</style>
