<script setup lang="ts">
import type { Problem } from '@/api/client'
import { fieldWords } from './fieldWords'

/** A problem of the server in words: what, why, what to do. */
defineProps<{ problem: Problem | null }>()
</script>

<template>
  <div v-if="problem" class="stop-box" role="alert">
    <strong>{{ problem.title.charAt(0).toUpperCase() + problem.title.slice(1) }}.</strong>
    {{ problem.detail }}
    <ul v-if="problem.reasons?.length || Object.keys(problem.fields ?? {}).length">
      <li v-for="reason in problem.reasons" :key="reason">{{ reason }}</li>
      <li v-for="(reason, field) in problem.fields" :key="field">{{ fieldWords(String(field)) }}: {{ reason }}</li>
    </ul>
  </div>
</template>

<style scoped>
ul { margin: 0.3rem 0 0; padding-left: 1.1rem; }
</style>
