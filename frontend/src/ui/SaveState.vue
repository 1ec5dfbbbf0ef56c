<script setup lang="ts">
import type { SaveWord } from './useDraft'

/** Whether what is on the screen is saved. */
defineProps<{ state: SaveWord; at: string }>()
const WORDS: Record<SaveWord, string> = {
  idle: '', saving: 'saving', saved: 'saved', refused: 'not saved: see the marked fields',
  offline: 'kept on this device, no connection', conflict: 'not saved: somebody else saved', lost: 'kept here; sign in to save',
}
</script>

<template>
  <span class="state" role="status" :class="state">{{ state === 'saved' && at ? `saved ${at}` : WORDS[state] }}</span>
</template>

<style scoped>
.state { font-size: 0.9rem; color: var(--ink-2); }
.refused, .conflict { color: var(--clay); font-weight: 600; }
.offline, .lost { color: var(--ink); font-weight: 600; }
</style>
