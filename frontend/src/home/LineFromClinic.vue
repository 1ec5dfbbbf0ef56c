<script setup lang="ts">
import type { HomeSchemas } from '@/api/client'
import { whenWords } from './week'
import { say } from './words'

/** The last line of the clinic, and the way to write back. */
defineProps<{ line: HomeSchemas['MessageAtHome']; today: string }>()
const emit = defineEmits<{ answer: [] }>()
</script>

<template>
  <section class="word"><h2>{{ say.lines.from(line.by, whenWords(line.at, today)) }}</h2><p>{{ line.words }}</p><button type="button" @click="emit('answer')">{{ say.lines.answer }}</button></section>
</template>

<style scoped>
.word { border-left: 4px solid var(--river); padding: 0.1rem 0 0.1rem 0.8rem; }
h2 { font-family: var(--sans); font-size: 1rem; }
p { white-space: pre-line; overflow-wrap: anywhere; }
button { border: 0; background: none; padding: 0; font: inherit; color: var(--river); text-decoration: underline; min-height: 44px; cursor: pointer; }
</style>
