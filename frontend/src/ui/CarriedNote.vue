<script setup lang="ts">
import { shortDate } from './dates'

/** Answers that come from the visit before are said to; so is what that visit left open. */
defineProps<{ from: string | null | undefined; leftOpen?: string[] }>()
</script>

<template>
  <p v-if="from" class="carried small">
    As told on <strong>{{ shortDate(from) }}</strong>: ask what has changed. The first change you make is kept for this visit.
    <template v-if="leftOpen?.length">Left open then: {{ leftOpen.join('; ') }}.</template>
  </p>
</template>

<style scoped>
.carried { border-left: 3px dotted var(--ink-2); padding-left: 0.7rem; margin-bottom: 0.5rem; }
</style>
