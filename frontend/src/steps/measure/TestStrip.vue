<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { positionWords, withUnit } from '@/ui/units'

/** The bench in its order, grouped by position: what each test says so far, and which one is taken now. */
const props = defineProps<{ tests: Schemas['TestOut'][]; current: string; fresh: string[] }>()
const emit = defineEmits<{ open: [measure: string] }>()
const groups = computed(() => {
  const found: { position: string; tests: Schemas['TestOut'][] }[] = []
  for (const one of props.tests) {
    const last = found.at(-1)
    if (last?.position === one.position) last.tests.push(one)
    else found.push({ position: one.position, tests: [one] })
  }
  return found
})

function words(test: Schemas['TestOut']): string {
  const open = test.sides.filter((side) => side.verdict !== 'exclude')
  if (!open.length) return 'not to be taken'
  const taken = open.filter((side) => side.row)
  if (!taken.length) return 'not taken yet'
  const values = taken.map((side) => withUnit(side.row?.value, test.unit))
  const missing = open.find((side) => !side.row)
  return `${values.join(' and ')}${missing ? `, ${missing.side} open` : ''}`
}
</script>

<template>
  <nav class="strip" aria-label="The tests">
    <div v-for="(group, n) in groups" :key="n" class="group">
      <p class="small quiet">{{ positionWords(group.position) }}</p>
      <div class="row">
        <button v-for="one in group.tests" :key="one.measure" type="button" class="test" :class="{ here: one.measure === current, taken: one.sides.some((side) => side.row) }" :aria-current="one.measure === current || undefined" @click="emit('open', one.measure)">
          <span class="name">{{ one.name }}</span>
          <span class="small" :class="one.sides.every((side) => side.verdict === 'exclude') ? 'clay' : 'quiet'">{{ fresh.includes(one.measure) ? 'new: ' : '' }}{{ words(one) }}</span>
        </button>
      </div>
    </div>
  </nav>
</template>

<style scoped>
.strip { display: flex; flex-wrap: wrap; gap: 0.2rem 0.5rem; }
.group { min-width: 0; }
.group p { line-height: 1.2; white-space: nowrap; overflow: hidden; text-overflow: ellipsis; }
.row { display: flex; gap: 0.25rem; flex-wrap: wrap; }
.group { max-width: 100%; }
.test { width: 8.9rem; min-height: 58px; text-align: left; border: 0; border-top: 3px solid var(--line); background: none; font: inherit; color: inherit; padding: 0.25rem 0.4rem; cursor: pointer; display: grid; align-content: start; line-height: 1.15; }
.test.taken { border-top-color: var(--river); }
.test.here { background: var(--card); border-top-color: var(--ink); }
.name { font-weight: 600; font-size: 0.86rem; overflow: hidden; display: -webkit-box; -webkit-box-orient: vertical; -webkit-line-clamp: 2; }
.test .small { font-size: 0.8rem; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
.test:hover { background: var(--card); }
@media (max-width: 1000px) { .strip { flex-wrap: nowrap; overflow-x: auto; padding-bottom: 0.3rem; } .row { flex-wrap: nowrap; } .group { flex: none; } }
</style>
