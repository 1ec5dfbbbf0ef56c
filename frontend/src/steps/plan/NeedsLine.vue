<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'

/** What the session must meet, each as a bar; one that is not met is outlined and named. */
const props = defineProps<{ coverage: Schemas['CoverageOut'][] }>()
const shown = computed(() => props.coverage.filter((row) => row.weight >= 0.1).slice(0, 8))
const open = computed(() => props.coverage.filter((row) => row.must && !row.covered))
</script>

<template>
  <p v-if="shown.length" class="needs small">
    <strong :class="{ clay: open.length }">{{ open.length ? `Not met yet: ${open.map((row) => row.words).join(', ')}` : 'Meets all it must' }}</strong>
    <span v-for="row in shown" :key="row.need" class="need">{{ row.words }}
      <svg viewBox="0 0 44 10" width="44" height="10" aria-hidden="true"><path d="M0 9.5 H44" class="bank" /><rect x="1" y="2" :width="Math.max(2, Math.min(1, row.share) * 42)" height="5" :class="{ open: !row.covered }" /></svg>
      <span class="visually-hidden">{{ row.covered ? 'met' : row.drills.length ? 'met in part' : 'not met' }}</span>
    </span>
  </p>
</template>

<style scoped>
.needs { display: flex; flex-wrap: wrap; gap: 0.15rem 1rem; align-items: center; }
.need { display: inline-flex; gap: 0.35rem; align-items: center; }
rect { fill: var(--river); }
rect.open { fill: none; stroke: var(--ink-2); }
.bank { stroke: var(--line-strong); }
</style>
