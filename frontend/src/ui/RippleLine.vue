<script setup lang="ts">
import { computed } from 'vue'

/** Responses as water: flat (calm), rippled (stirred), a broken peak (flared), dotted (waiting); the word is always there. */
const props = defineProps<{ kinds: { kind: string; date?: string }[]; words?: boolean }>()
const WIDTH = 26

const strokes = computed(() =>
  props.kinds.map(({ kind, date }, index) => ({ kind, date, path: pathOf(kind, index * WIDTH) })),
)
const label = computed(() =>
  props.kinds.length ? props.kinds.map(({ kind, date }) => `${date ? `${date}: ` : ''}${kind}`).join(', ') : 'no session yet',
)

function pathOf(kind: string, x: number): string {
  const end = x + WIDTH - 4
  if (kind === 'stirred') return `M${x} 14 q 2.75 -7 5.5 0 t 5.5 0 t 5.5 0 t 5.5 0`
  if (kind === 'flared') return `M${x} 16 L ${x + 8} 4 M ${x + 12} 3 L ${end} 16`
  return `M${x} 14 H ${end}`
}
</script>

<template>
  <span class="ripple" role="img" :aria-label="label">
    <svg :width="Math.max(1, kinds.length) * WIDTH" height="20" aria-hidden="true" fill="none" stroke-width="2.2">
      <path v-for="(stroke, index) in strokes" :key="index" :d="stroke.path" :class="stroke.kind"
        :stroke-dasharray="stroke.kind === 'waiting' ? '2 4' : undefined" />
    </svg>
    <span v-if="words && kinds.length" class="word" aria-hidden="true">{{ kinds[kinds.length - 1]?.kind }}</span>
    <span v-else-if="!kinds.length" class="word quiet" aria-hidden="true">no session yet</span>
  </span>
</template>

<style scoped>
.ripple { display: inline-flex; align-items: center; gap: 0.4rem; }
.word { font-size: 0.9rem; }
path { stroke: var(--river); }
path.flared { stroke: var(--clay); }
path.stirred { stroke: var(--ink); }
path.waiting { stroke: var(--ink-2); }
</style>
