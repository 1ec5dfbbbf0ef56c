<script setup lang="ts">
/** Pain by one tap or one digit (0-9, t for ten); empty is "not known", never zero. */
const props = defineProps<{ label: string; modelValue: number | null | undefined; note?: string; large?: boolean }>()
const emit = defineEmits<{ 'update:modelValue': [value: number | null] }>()
const NUMBERS = Array.from({ length: 11 }, (_, n) => n)

function onKey(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey) return
  const value = event.key === 't' ? 10 : /^[0-9]$/.test(event.key) ? Number(event.key) : null
  if (value !== null) {
    emit('update:modelValue', value)
    event.preventDefault()
  } else if (event.key === 'Backspace' || event.key === 'Delete') {
    emit('update:modelValue', null)
    event.preventDefault()
  }
}

function toggle(value: number): void {
  emit('update:modelValue', props.modelValue === value ? null : value)
}
</script>

<template>
  <fieldset class="strip" :class="{ large, unknown: modelValue === null || modelValue === undefined }" @keydown="onKey">
    <legend>{{ label }} <span class="value">{{ modelValue ?? 'not known' }}</span></legend>
    <div class="numbers">
      <button v-for="n in NUMBERS" :key="n" type="button" :aria-pressed="modelValue === n"
        :aria-label="`${label} ${n} of 10`" @click="toggle(n)">{{ n }}</button>
    </div>
    <p v-if="note" class="note" role="alert">{{ note }}</p>
  </fieldset>
</template>

<style scoped>
.strip { border: 0; margin: 0; padding: 0; min-width: 0; }
legend { padding: 0; font-size: 0.9rem; color: var(--ink-2); }
.value { color: var(--ink); font-weight: 600; margin-left: 0.3rem; }
.unknown .value { color: var(--ink-2); font-weight: 400; font-style: italic; }
.numbers { display: grid; grid-template-columns: repeat(11, 1fr); border: 1px solid var(--line-strong); border-radius: var(--corner); overflow: hidden; }
button { height: 44px; min-width: 0; border: 0; border-left: 1px solid var(--line); background: var(--card); font: inherit; cursor: pointer; padding: 0; }
button:first-child { border-left: 0; }
button:hover { background: var(--river-soft); }
button[aria-pressed='true'] { background: var(--river); color: #fff; font-weight: 600; }
button:focus-visible { outline-offset: -3px; }
.large .numbers { grid-template-columns: repeat(6, 1fr); gap: 5px; border: 0; overflow: visible; }
.large button, .large button:first-child { height: 52px; font-size: 1.2rem; border: 1px solid var(--line-strong); border-radius: var(--corner); }
.large legend { font-size: 1.05rem; color: var(--ink); }
.note { color: var(--clay); font-weight: 600; font-size: 0.9rem; }
</style>
