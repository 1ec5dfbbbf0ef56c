<script setup lang="ts">
import { InputNumber } from 'ant-design-vue'
import { computed } from 'vue'

/** A whole number between two figures; empty is not set. */
const props = defineProps<{ label: string; modelValue: number | null; least: number; most: number; step?: number; disabled?: boolean }>()
const emit = defineEmits<{ 'update:modelValue': [value: number | null] }>()
const bounds = computed(() => (props.least === props.most ? `${props.least}` : `${props.least} to ${props.most}`))

function take(value: unknown): void {
  if (value === null || value === '' || value === undefined) emit('update:modelValue', null)
  else if (typeof value === 'number' && Number.isFinite(value) && value !== props.modelValue) emit('update:modelValue', Math.round(value))
}
</script>

<template>
  <label class="box">
    <span class="small quiet">{{ label }}</span>
    <InputNumber :value="modelValue ?? undefined" :min="least" :max="most" :step="step ?? 1" :precision="0" :disabled="disabled" :placeholder="bounds" :title="bounds" @change="take" />
  </label>
</template>

<style scoped>
.box { display: grid; gap: 0.05rem; }
.box :deep(.ant-input-number) { width: 5.4rem; }
</style>
