<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'

/** The four verdicts, each with a shape and a word: open ring, notched ring, bent bar, closed bar. */
type Verdict = Schemas['ReasonOut']['verdict']
const props = defineProps<{ verdict: Verdict; bare?: boolean }>()
const WORDS: Record<Verdict, string> = { clear: 'clear', caution: 'with care', modify: 'changed', exclude: 'refused' }
const word = computed(() => WORDS[props.verdict])
const grave = computed(() => props.verdict === 'modify' || props.verdict === 'exclude')
</script>

<template>
  <span class="mark" :class="{ grave }">
    <svg viewBox="0 0 20 20" width="18" height="18" aria-hidden="true" fill="none" stroke="currentColor" stroke-width="2">
      <path v-if="verdict === 'clear'" d="M3 14 C 7 6, 13 6, 17 14" />
      <path v-else-if="verdict === 'caution'" d="M3 14 C 6 7, 8 7, 9 9 M11 9 C 12 7, 14 7, 17 14 M10 3 V 6" />
      <path v-else-if="verdict === 'modify'" d="M3 15 H 8 L 12 6 H 17 M14 3 L 17 6 L 14 9" />
      <path v-else d="M4 4 V 16 M16 4 V 16 M4 10 H 16 M4 7 H 16 M4 13 H 16" />
    </svg>
    <span :class="{ 'visually-hidden': bare }">{{ word }}</span>
  </span>
</template>

<style scoped>
.mark { display: inline-flex; align-items: center; gap: 0.3rem; color: var(--river); font-size: 0.9rem; white-space: nowrap; }
.mark.grave { color: var(--clay); }
</style>
