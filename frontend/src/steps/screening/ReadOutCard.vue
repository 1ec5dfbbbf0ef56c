<script setup lang="ts">
import type { ReadOut } from './questions'

/** Questions read out together: none of them as one answer, or each by itself. */
defineProps<{ one: ReadOut; state: 'none' | 'single' | 'open' }>()
const emit = defineEmits<{ said: [state: 'none' | 'single' | 'open'] }>()
</script>

<template>
  <div class="card" tabindex="-1" :class="state" role="group" :aria-label="one.text">
    <p class="text">{{ one.text }}</p>
    <ul v-if="state !== 'single'"><li v-for="text in one.items" :key="text">{{ text }}</li></ul>
    <p v-else class="small quiet">Asked one by one below.</p>
    <div class="acts">
      <button type="button" class="act" :aria-pressed="state === 'none'" @click="emit('said', 'none')">{{ one.none }}</button>
      <button type="button" class="act" :aria-pressed="state === 'single'" @click="emit('said', 'single')">One or more</button>
      <button type="button" class="act plain" :aria-pressed="state === 'open'" @click="emit('said', 'open')">Not asked</button>
    </div>
  </div>
</template>

<style scoped>
.card { border: 1px solid var(--line); border-left: 3px solid var(--river); background: var(--card); padding: 0.5rem 0.7rem; display: grid; gap: 0.3rem; margin: 0.3rem 0; }
.card:focus { outline: 3px solid var(--river); outline-offset: -3px; }
.card.open { border-left: 3px dotted var(--ink-2); }
.card.open .text { font-weight: 600; }
ul { margin: 0; padding-left: 1.1rem; font-size: 0.95rem; line-height: 1.3; }
.acts { display: flex; flex-wrap: wrap; gap: 0.4rem; }
button[aria-pressed='true'] { background: var(--ink); color: #fff; font-weight: 600; }
</style>
