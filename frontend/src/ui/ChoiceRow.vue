<script setup lang="ts" generic="T extends string">
/** A few words of which one is chosen; choosing the chosen one again takes it back to "not known". */
const props = defineProps<{
  label: string
  options: { value: T; text: string }[]
  modelValue: T | null | undefined
  note?: string
  keep?: boolean
  hideLabel?: boolean
}>()
const emit = defineEmits<{ 'update:modelValue': [value: T] }>()

function choose(value: T): void {
  emit('update:modelValue', props.modelValue === value && !props.keep ? ('' as T) : value)
}
</script>

<template>
  <fieldset class="row">
    <legend :class="{ 'visually-hidden': hideLabel }">{{ label }}</legend>
    <div class="options">
      <button v-for="option in options" :key="option.value" type="button" :aria-pressed="modelValue === option.value"
        @click="choose(option.value)">{{ option.text }}</button>
    </div>
    <p v-if="note" class="note" role="alert">{{ note }}</p>
  </fieldset>
</template>

<style scoped>
.row { border: 0; margin: 0; padding: 0; min-width: 0; }
legend { padding: 0; font-size: 0.9rem; color: var(--ink-2); }
.options { display: flex; flex-wrap: wrap; gap: 0.35rem; }
button {
  min-height: 36px; min-width: 40px; padding: 0 0.75rem; border: 1px solid var(--line-strong); border-radius: var(--corner);
  background: var(--card); font: inherit; cursor: pointer;
}
button:hover { background: var(--river-soft); }
button[aria-pressed='true'] { background: var(--river); border-color: var(--river); color: #fff; font-weight: 600; }
@media (pointer: coarse) { button { min-height: 44px; min-width: 44px; } }
.note { color: var(--clay); font-weight: 600; font-size: 0.9rem; }
</style>
