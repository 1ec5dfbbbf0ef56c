<script setup lang="ts">
import type { Report } from './useRun'
import { say } from './words'

/** How a drill was, in one tap. No tap is “not told”. */
defineProps<{ title: string }>()
const emit = defineEmits<{ told: [how: Report['said']] }>()
</script>

<template>
  <section class="how" :aria-label="say.how.ask(title)">
    <h1>{{ say.how.ask(title) }}</h1>
    <div class="three">
      <button type="button" class="fine" @click="emit('told', 'fine')"><strong>{{ say.how.fine }}</strong><span>{{ say.how.fineWhy }}</span></button>
      <button type="button" class="bit" @click="emit('told', 'bit')"><strong>{{ say.how.bit }}</strong><span>{{ say.how.bitWhy }}</span></button>
      <button type="button" class="stop" @click="emit('told', 'stop')"><strong>{{ say.how.stop }}</strong><span>{{ say.how.stopWhy }}</span></button>
    </div>
    <p class="small quiet">{{ say.how.none }}</p>
  </section>
</template>

<style scoped>
.how { display: grid; gap: 0.5rem; }
h1 { font-size: 1.4rem; }
.three { display: grid; grid-template-columns: 1.35fr 1fr 1fr; gap: 0.5rem; }
button { min-height: 76px; border-radius: 8px; border: 2px solid var(--river); background: var(--card); color: var(--river); font: inherit; display: grid; align-content: center; gap: 0.1rem; padding: 0.3rem; cursor: pointer; text-align: center; }
strong { font-size: 1.2rem; }
span { font-size: 0.82rem; line-height: 1.15; }
.bit { border-color: var(--ink); color: var(--ink); }
.stop { border-color: var(--clay); color: var(--clay-dark); }
</style>
