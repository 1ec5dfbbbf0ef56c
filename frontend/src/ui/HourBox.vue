<script setup lang="ts">
import { TimePicker } from 'ant-design-vue'
import { nextTick, onMounted, ref } from 'vue'

/** An hour of the day as "07:30", typed or picked; empty is none. */
const props = defineProps<{ label: string; modelValue: string; disabled?: boolean; invalid?: boolean }>()
const emit = defineEmits<{ 'update:modelValue': [at: string] }>()
const STEP = 5
const box = ref<HTMLElement | null>(null)

/** The library does not hand a name on to its field. */
onMounted(async () => {
  await nextTick()
  box.value?.querySelector('input')?.setAttribute('aria-label', props.label)
})
</script>

<template>
  <span ref="box"><TimePicker :value="modelValue || undefined" format="HH:mm" value-format="HH:mm" :minute-step="STEP" :show-now="false" :disabled="disabled" :status="invalid ? 'error' : ''" placeholder="hour" @change="emit('update:modelValue', typeof $event === 'string' ? $event : '')" /></span>
</template>
