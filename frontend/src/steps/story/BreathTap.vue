<script setup lang="ts">
import { computed, ref } from 'vue'

/** The client's own breath, by tapping at each in-breath: five breaths give the pace. */
defineProps<{ modelValue: number | null | undefined }>()
const emit = defineEmits<{ 'update:modelValue': [value: number | null] }>()
const BREATHS = 5
const taps = ref<number[]>([])
const left = computed(() => BREATHS + 1 - taps.value.length)

function tap(): void {
  if (taps.value.length > BREATHS) taps.value = []
  taps.value.push(performance.now())
  if (taps.value.length <= BREATHS) return
  const seconds = ((taps.value.at(-1) ?? 0) - (taps.value[0] ?? 0)) / 1000 / BREATHS
  emit('update:modelValue', Math.min(30, Math.max(1, Math.round(seconds * 10) / 10)))
}
</script>

<template>
  <div class="breath">
    <span class="label">One breath</span>
    <p><strong>{{ modelValue ? `${modelValue} s` : 'not measured, 6 s is used' }}</strong></p>
    <button type="button" class="act" @click="tap">{{ taps.length && left > 0 ? `tap at each in-breath, ${left} more` : 'measure: tap at each in-breath' }}</button>
    <button v-if="modelValue" type="button" class="act plain" @click="emit('update:modelValue', null)">not known</button>
  </div>
</template>

<style scoped>
.breath { display: flex; gap: 0.6rem; align-items: center; flex-wrap: wrap; }
.label { font-size: 0.9rem; color: var(--ink-2); }
</style>
