<script setup lang="ts">
import { computed } from 'vue'
import type { Problem } from '@/api/client'
import { conflictWords } from './conflictWords'

/** Two people saved the same step: both values side by side, and one choice. */
const props = defineProps<{ problem: Problem | null; titles?: Record<string, string> }>()
const emit = defineEmits<{ mine: []; theirs: [] }>()
const conflict = computed(() => props.problem?.conflict as { by: string; theirs: Record<string, unknown>; yours: Record<string, unknown> } | null)
const rows = computed(() => {
  if (!conflict.value) return []
  const { theirs, yours } = conflict.value
  return [...new Set([...Object.keys(theirs), ...Object.keys(yours)])]
    .map((name) => ({ name: name.replaceAll('_', ' '), theirs: conflictWords(theirs[name], props.titles), yours: conflictWords(yours[name], props.titles) }))
    .filter((row) => row.theirs !== row.yours)
})
</script>

<template>
  <section v-if="conflict" class="stop-box" role="alertdialog" aria-label="Somebody else saved this step">
    <strong>{{ conflict.by }} saved this step in the meantime. Nothing was overwritten.</strong>
    <table>
      <thead><tr><th><span class="visually-hidden">field</span></th><th>{{ conflict.by }}</th><th>you</th></tr></thead>
      <tbody>
        <tr v-for="row in rows" :key="row.name"><th scope="row">{{ row.name }}</th><td>{{ row.theirs }}</td><td>{{ row.yours }}</td></tr>
      </tbody>
    </table>
    <div class="acts">
      <button class="act" type="button" @click="emit('theirs')">Take theirs</button>
      <button class="act" type="button" @click="emit('mine')">Keep mine</button>
    </div>
  </section>
</template>

<style scoped>
table { border-collapse: collapse; margin: 0.5rem 0; }
th, td { text-align: left; padding: 0.2rem 0.8rem 0.2rem 0; vertical-align: top; font-weight: 400; max-width: 18rem; overflow-wrap: anywhere; }
thead th { font-weight: 600; }
.acts { display: flex; gap: 0.6rem; }
</style>
