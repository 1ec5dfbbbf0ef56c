<script setup lang="ts">
import type { Sounds } from './useSound'
import { say } from './words'

/** Voice, chime and vibration, each on or off. */
const sounds = defineModel<Sounds>({ required: true })
const KEYS = ['voice', 'chime', 'vibrate'] as const
</script>

<template>
  <div class="switches" role="group" :aria-label="say.player.sounds">
    <button v-for="key in KEYS" :key="key" type="button" :aria-pressed="sounds[key]" @click="sounds[key] = !sounds[key]">{{ say.player[key] }}</button>
  </div>
</template>

<style scoped>
.switches { display: flex; justify-content: center; gap: 0.5rem; }
button { min-height: 44px; padding: 0 1rem; border-radius: 22px; border: 1.5px solid var(--line-strong); background: var(--card); color: var(--ink-2); font: inherit; cursor: pointer; }
button[aria-pressed='true'] { border-color: var(--river); background: var(--river-soft); color: var(--river); font-weight: 600; }
</style>
