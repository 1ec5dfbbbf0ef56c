<script setup lang="ts">
import type { Problem } from '@/api/client'
import ProblemNote from './ProblemNote.vue'
import WaitingLines from './WaitingLines.vue'

/** What stands in the place of a page or a step that could not be read: what happened, try again, and the way back. */
defineProps<{ problem: Problem | null }>()
const emit = defineEmits<{ again: [] }>()
</script>

<template>
  <div v-if="problem" class="cannot">
    <ProblemNote :problem="problem" />
    <p class="acts">
      <button type="button" class="act next" @click="emit('again')">Try again</button>
      <RouterLink class="act" to="/">Back to the caseload</RouterLink>
    </p>
  </div>
  <WaitingLines v-else what="the page" />
</template>

<style scoped>
.cannot { display: grid; gap: 0.7rem; max-width: 46rem; }
.acts { display: flex; gap: 0.7rem; align-items: center; flex-wrap: wrap; }
a.act { text-decoration: none; display: inline-grid; place-items: center; }
</style>
