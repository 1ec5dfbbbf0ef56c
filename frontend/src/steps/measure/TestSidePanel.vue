<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { shortDate } from '@/ui/dates'
import ReadingsField from '@/ui/ReadingsField.vue'
import { withUnit } from '@/ui/units'
import { changeWords, shortWords, sidesDifferWords, spreadWords } from './words'

/** One side of the test on the bench: its readings, and what they say. */
const props = defineProps<{ test: Schemas['TestOut']; side: Schemas['TestSide']; trials: number[]; note?: string }>()
const emit = defineEmits<{ 'update:trials': [value: number[]]; onward: []; why: [] }>()
const label = computed(() => (props.side.side === 'both' ? 'Readings' : props.side.side === 'left' ? 'Left' : 'Right'))
const refused = computed(() => props.side.verdict === 'exclude')
const row = computed(() => props.side.row)
</script>

<template>
  <div class="side" data-side :class="{ refused }">
    <template v-if="refused">
      <h3>{{ label }}</h3>
      <p class="clay"><strong>Not taken:</strong> {{ side.reasons[0]?.text }}</p>
    </template>
    <ReadingsField v-else :model-value="trials" :label="`${label}, ${test.unit === 'deg' ? 'degrees' : withUnit(0, test.unit).replace('0', '').trim() || test.unit}`" :unit="test.unit" :valid="test.valid" :plausible="test.plausible" :note="note" @update:model-value="emit('update:trials', $event)" @onward="emit('onward')" />
    <p v-if="!refused && (side.verdict === 'caution' || side.verdict === 'modify')" class="small" :class="{ clay: side.verdict === 'modify' }"><strong>{{ side.verdict === 'modify' ? 'Changed:' : 'With care:' }}</strong> {{ side.reasons.find((r) => r.verdict === side.verdict)?.text }}</p>
    <p v-if="side.elsewhere" class="small quiet">Measured for another complaint on {{ shortDate(side.elsewhere.date) }}: {{ withUnit(side.elsewhere.value, test.unit) }}. It counts for what a drill needs, not for what is treated here.</p>
    <template v-if="row">
      <p class="value"><strong>{{ withUnit(row.value, test.unit) }}</strong> <span v-if="row.grade && row.grade !== 'none'" class="grade">{{ row.grade }}</span> <span class="small" :class="row.repeat ? '' : 'quiet'">{{ spreadWords(row, test.unit) }}</span></p>
      <p class="small">{{ shortWords(row, test.unit) }}<template v-if="side.series.length > 1">; <strong>{{ changeWords(row) }}</strong></template></p>
      <p v-if="side.side === 'left' && row.side_difference !== null" class="small">{{ sidesDifferWords(row, side.side, test.unit) }}</p>
      <p class="small quiet"><template v-if="side.trend">{{ side.trend }}. </template><button type="button" class="link small" @click="emit('why')">why these figures<span class="visually-hidden">, {{ label.toLowerCase() }}</span></button></p>
    </template>
  </div>
</template>

<style scoped>
.side { display: grid; gap: 0.15rem; align-content: start; min-width: 0; }
.value { font-size: 1.25rem; }
.grade { border-bottom: 2px solid var(--ink); font-size: 1rem; }
.link { border: 0; background: none; padding: 0; min-height: 28px; font: inherit; font-size: 0.875rem; color: var(--river); text-decoration: underline; cursor: pointer; justify-self: start; }
</style>
