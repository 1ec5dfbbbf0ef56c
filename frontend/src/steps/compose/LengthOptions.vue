<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import TapeLine from '@/ui/TapeLine.vue'
import { minutesWords } from '@/ui/tape'

/** The exact session for several lengths, one tape under the other at one scale; one of them becomes the draft. */
const props = defineProps<{ lengths: Schemas['LengthOption'][]; present: string[]; may: boolean }>()
const emit = defineEmits<{ take: [length: Schemas['LengthOption']] }>()
const longest = computed(() => Math.max(...props.lengths.map((l) => l.minutes), 1))
const width = (minutes: number) => 24 + Math.round((minutes / longest.value) * 540)
const same = (length: Schemas['LengthOption']) => length.drills.length === props.present.length && length.drills.every((d) => props.present.includes(d.drill))
</script>

<template>
  <div class="lengths">
    <article v-for="one in lengths" :key="one.minutes">
      <h2>{{ one.minutes }} min<span v-if="one.own" class="small own">what there is</span></h2>
      <div class="tape">
        <TapeLine v-if="one.drills.length" slim :stretches="one.timeline" :drills="one.drills" :available="one.minutes * 60" :width="width(one.minutes)" />
        <p v-if="one.drills.length" class="small">{{ one.drills.length }} drills, {{ minutesWords(one.seconds) }}: {{ one.drills.map((d) => d.title).join(', ') }}</p>
        <p v-else class="small clay">No session fits: {{ one.reason ?? 'nothing may be done' }}</p>
        <p v-if="one.uncovered.length" class="small"><strong>Not covered:</strong> {{ one.uncovered.map((row) => row.reason).join('; ') }}</p>
        <p v-else-if="one.drills.length" class="small quiet">Every need it must meet is covered.</p>
        <p v-if="!one.proved" class="small clay">The best found, not proved to be the best there is: too many needs to look at every session.</p>
        <p v-if="one.minutes_to_cover" class="small">{{ Math.ceil(one.minutes_to_cover) }} min would cover it all.</p>
      </div>
      <button v-if="may" class="act" :disabled="!one.drills.length || same(one)" @click="emit('take', one)">{{ same(one) ? 'on the sheet' : 'Take this' }}</button>
    </article>
  </div>
</template>

<style scoped>
article { display: grid; grid-template-columns: 5.2rem minmax(0, 1fr) 6.6rem; gap: 0.5rem; align-items: start; border-top: 1px solid var(--line); padding: 0.35rem 0; }
h2 { font-size: 1.1rem; display: grid; }
.own { font-family: var(--sans); font-weight: 400; color: var(--ink-2); }
.tape { min-width: 0; display: grid; gap: 0.1rem; }
@media (max-width: 700px) { article { grid-template-columns: 1fr; } }
.act { padding: 0 0.6rem; }
</style>
