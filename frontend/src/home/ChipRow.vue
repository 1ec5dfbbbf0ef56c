<script setup lang="ts" generic="T extends string">
/** A few words of which one is chosen; a touch on the chosen one takes it back. */
const props = defineProps<{ label: string; options: readonly { value: T; text: string }[]; modelValue: T | '' | null; clay?: boolean; keep?: boolean; hideLabel?: boolean }>()
const emit = defineEmits<{ 'update:modelValue': [value: T | ''] }>()
const choose = (value: T): void => emit('update:modelValue', props.modelValue === value && !props.keep ? '' : value)
</script>

<template>
  <fieldset v-if="options.length" :class="{ clay }">
    <legend :class="{ 'visually-hidden': hideLabel }">{{ label }}</legend>
    <div class="chips"><button v-for="one in options" :key="one.value" type="button" :aria-pressed="modelValue === one.value" @click="choose(one.value)">{{ one.text }}</button></div>
  </fieldset>
</template>

<style scoped>
fieldset { border: 0; margin: 0; padding: 0; min-width: 0; }
legend { font-weight: 600; padding: 0 0 0.35rem; }
.chips { display: flex; flex-wrap: wrap; gap: 0.5rem; }
button { min-height: 48px; min-width: 48px; padding: 0.3rem 0.9rem; border: 1.5px solid var(--line-strong); border-radius: 8px; background: var(--card); color: var(--ink); font: inherit; cursor: pointer; text-align: left; }
button[aria-pressed='true'] { background: var(--river); border-color: var(--river); color: #fff; font-weight: 600; }
.clay button { border-color: var(--clay); color: var(--clay-dark); }
.clay button[aria-pressed='true'] { background: var(--clay); color: #fff; }
</style>
