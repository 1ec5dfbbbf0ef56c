<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { shortDate } from '@/ui/dates'
import { KINDS } from './words'

/** What was written about a complaint, and what can be. */
defineProps<{ complaint: Schemas['ComplaintOut']; may: boolean }>()
const offered = KINDS.filter(({ value }) => value !== 'urgent')
const words = (one: Schemas['DocumentLine']): string => `${one.title}${one.addressee ? ` to ${one.addressee}` : ''}`
</script>

<template>
  <details class="papers">
    <summary class="small">{{ complaint.documents.length ? `notes and letters, ${complaint.documents.length}` : 'write a note or a letter' }}</summary>
    <ul v-if="complaint.documents.length"><li v-for="one in complaint.documents" :key="one.id"><RouterLink :to="`/document/${one.id}`">{{ words(one) }}</RouterLink> <span class="small quiet">{{ shortDate(one.date) }}, {{ one.by }}<template v-if="one.number > 1">, version {{ one.number }}</template></span></li></ul>
    <p v-if="may" class="write small"><RouterLink v-for="one in offered" :key="one.value" :to="`/complaint/${complaint.id}/write/${one.value}`" :title="one.what">{{ one.text }}</RouterLink></p>
  </details>
</template>

<style scoped>
summary { cursor: pointer; color: var(--river); min-height: 32px; display: list-item; }
ul { margin: 0; padding-left: 1.2rem; }
.write { display: flex; gap: 1rem; flex-wrap: wrap; padding-top: 0.2rem; }
.write a { min-height: 32px; }
</style>
