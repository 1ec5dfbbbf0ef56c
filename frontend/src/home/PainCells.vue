<script setup lang="ts">
import { say } from './words'

/** Pain by one tap, 0 to 10; nothing chosen is not told, never zero. */
defineProps<{ label: string; modelValue: number | null; hideLabel?: boolean; /** what stands at both ends, where it is not pain */ ends?: readonly [string, string] }>()
const emit = defineEmits<{ 'update:modelValue': [value: number] }>()
const NUMBERS = Array.from({ length: 11 }, (_, n) => n)
</script>

<template>
  <fieldset>
    <legend :class="{ 'visually-hidden': hideLabel }">{{ label }}</legend>
    <div class="cells"><button v-for="n in NUMBERS" :key="n" type="button" :aria-pressed="modelValue === n" :aria-label="say.pain.of(label, n)" @click="emit('update:modelValue', n)">{{ n }}</button></div>
    <p class="ends small quiet" aria-hidden="true"><span>{{ ends?.[0] ?? say.pain.none }}</span><span>{{ ends?.[1] ?? say.pain.most }}</span></p>
  </fieldset>
</template>

<style scoped>
fieldset { border: 0; margin: 0; padding: 0; min-width: 0; }
legend { font-family: var(--serif); font-weight: 600; font-size: 1.2rem; padding: 0 0 0.3rem; }
.cells { display: grid; grid-template-columns: repeat(11, 1fr); border: 1px solid var(--line-strong); border-radius: var(--corner); overflow: hidden; }
button { height: 48px; min-width: 0; border: 0; border-left: 1px solid var(--line); background: var(--card); font: inherit; cursor: pointer; padding: 0; }
button:first-child { border-left: 0; }
button[aria-pressed='true'] { background: var(--river); color: #fff; font-weight: 600; }
button:focus-visible { outline-offset: -3px; }
.ends { display: flex; justify-content: space-between; }
</style>
