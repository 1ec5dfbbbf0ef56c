<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { needWords } from '@/app/options'
import { minutesWords } from '@/ui/tape'

/** What the draft covers: each need with the best share a drill gives it, and why one is left open. */
const props = defineProps<{ coverage: Schemas['CoverageOut'][]; uncovered: Schemas['UncoveredOut'][] }>()
const shown = computed(() => props.coverage.filter((c) => c.weight >= 0.1))
const why = (need: string) => props.uncovered.find((u) => u.need === need)?.reason
function stretchWords(row: Schemas['CoverageOut']): string {
  if (row.stretch_seconds === null || row.stretch_threshold === null) return ''
  const short = row.stretch_threshold - row.stretch_seconds
  return `${minutesWords(row.stretch_seconds)} under stretch a week${short > 0 ? `, ${minutesWords(short)} under the ${minutesWords(row.stretch_threshold)} that lengthen` : ''}`
}
</script>

<template>
  <section class="cover" aria-label="What is covered">
    <h2>What it covers</h2>
    <p v-for="row in shown" :key="row.need" class="row">
      <svg viewBox="0 0 60 16" width="60" height="16" aria-hidden="true"><path d="M1 13 H59" class="bank" /><path d="M30 4 V15" class="mark" /><rect x="1" y="6" :width="row.share * 58" height="6" :class="{ open: !row.covered }" /></svg>
      <span><strong :class="{ clay: row.must && !row.covered }">{{ needWords(row.need) }}</strong>
        <span class="small quiet"> weight {{ Math.round(row.weight * 100) }}</span>
        <span class="small">
          <template v-if="row.covered"> – {{ row.drills.join(', ') }}</template>
          <template v-else-if="row.drills.length"> – only in part, by {{ row.drills.join(', ') }}</template>
          <template v-else> – {{ row.must ? 'not covered' : 'not on the sheet' }}</template>
          <template v-if="!row.covered && why(row.need)">: {{ why(row.need) }}</template>
          <template v-if="stretchWords(row)"> · {{ stretchWords(row) }}</template>
        </span>
      </span>
    </p>
  </section>
</template>

<style scoped>
.cover { border-top: 2px solid var(--line); padding-top: 0.5rem; margin-top: 0.6rem; }
h2 { font-size: 1.1rem; }
.row { display: grid; grid-template-columns: 62px minmax(0, 1fr); gap: 0.5rem; align-items: start; padding: 0.15rem 0; line-height: 1.3; }
rect { fill: var(--river); }
rect.open { fill: none; stroke: var(--ink-2); stroke-dasharray: 3 2; }
.bank { stroke: var(--line-strong); }
.mark { stroke: var(--ink-2); stroke-dasharray: 2 2; }
</style>
