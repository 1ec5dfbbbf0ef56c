<script setup lang="ts">
import { computed } from 'vue'
import type { HomeSchemas } from '@/api/client'
import { say } from './words'

/** How many fingers or hands fit between a landmark and where it goes: no instrument, two buttons. */
const props = defineProps<{ drill: HomeSchemas['HomeDrill']; modelValue: number | null }>()
const emit = defineEmits<{ 'update:modelValue': [value: number] }>()
const MOST = 20
const mark = computed(() => props.drill.mark!)
const side = computed(() => say.side[props.drill.sides[0]?.side ?? 'both'] ?? '')
const step = (by: number): void => emit('update:modelValue', Math.min(MOST, Math.max(0, (props.modelValue ?? 0) + by)))
</script>

<template>
  <div class="mark" role="group" :aria-label="say.marks.ask(drill.title, mark.what)">
    <p><strong>{{ drill.title }}</strong><template v-if="side"> · {{ side }}</template><br />{{ say.marks.how(mark.what, mark.unit) }}</p>
    <div class="steps">
      <button type="button" class="act" :aria-label="say.marks.less" :disabled="modelValue === 0" @click="modelValue === null ? emit('update:modelValue', 0) : step(-1)">−</button>
      <output aria-live="polite">{{ modelValue === null ? say.marks.none : say.marks.told(modelValue, mark.unit) }}</output>
      <button type="button" class="act" :aria-label="say.marks.more" @click="step(1)">+</button>
    </div>
  </div>
</template>

<style scoped>
.mark { display: grid; gap: 0.4rem; border-top: 1px solid var(--line); padding: 0.6rem 0; }
.steps { display: grid; grid-template-columns: 64px 1fr 64px; gap: 0.8rem; align-items: center; }
output { text-align: center; font-weight: 600; font-variant-numeric: tabular-nums; }
.act { min-height: 56px; font-size: 1.4rem; }
</style>
