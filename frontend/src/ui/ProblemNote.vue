<script setup lang="ts">
import { computed } from 'vue'
import type { Problem } from '@/api/client'
import { fieldWords } from './fieldWords'

/** A problem of the server in words: what, why, what to do. */
const props = defineProps<{ problem: Problem | null; /** fields that say beside themselves what is wrong with them */ beside?: readonly string[] }>()
const told = computed(() => Object.entries(props.problem?.fields ?? {}))
const left = computed(() => told.value.filter(([field]) => !props.beside?.includes(field)))
/** nothing is left to say where every fault stands beside its field */
const says = computed(() => !!left.value.length || !told.value.length || !!props.problem?.reasons?.length)
</script>

<template>
  <div v-if="problem && says" class="stop-box" role="alert">
    <strong>{{ problem.title.charAt(0).toUpperCase() + problem.title.slice(1) }}.</strong>
    {{ problem.detail }}
    <ul v-if="problem.reasons?.length || left.length">
      <li v-for="reason in problem.reasons" :key="reason">{{ reason }}</li>
      <li v-for="[field, reason] in left" :key="field">{{ fieldWords(field) }}: {{ reason }}</li>
    </ul>
  </div>
</template>

<style scoped>
ul { margin: 0.3rem 0 0; padding-left: 1.1rem; }
</style>
