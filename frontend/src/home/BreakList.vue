<script setup lang="ts">
import { computed } from 'vue'
import type { HomeSchemas } from '@/api/client'
import { breakDrills } from './arranged'
import { sided } from './drillWords'
import { say } from './words'

/** The breaks of a working day, each a small session of its own: when, what, and whether it is done. */
const props = defineProps<{ sheet: HomeSchemas['HomeSheet'] }>()
const emit = defineEmits<{ begin: [at: string] }>()

const rows = computed(() => props.sheet.desk.map((one) => {
  const drills = breakDrills(props.sheet, one.at).filter(({ paused }) => !paused)
  return { at: one.at, what: drills.map(sided).join(' · '), done: props.sheet.breaks_done.includes(one.at) }
}).filter(({ what }) => what))
</script>

<template>
  <section v-if="rows.length" class="breaks" :aria-label="say.breaks.title">
    <h2>{{ say.breaks.title }}</h2>
    <ul>
      <li v-for="row in rows" :key="row.at" :class="{ over: row.done }">
        <strong>{{ row.at }}</strong>
        <span>{{ row.what }}</span>
        <span v-if="row.done" class="quiet">{{ say.breaks.done }}</span>
        <button v-else type="button" class="act" :aria-label="say.breaks.startAt(row.at, row.what)" @click="emit('begin', row.at)">{{ say.breaks.start }}</button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.breaks { background: var(--card); border: 1px solid var(--line); border-radius: 10px; padding: 0.8rem 1rem; }
h2 { font-family: var(--sans); font-size: 1.05rem; }
ul { list-style: none; margin: 0; padding: 0; }
li { display: grid; grid-template-columns: 3.4rem 1fr auto; gap: 0.6rem; align-items: center; border-top: 1px solid var(--line); padding: 0.4rem 0; min-height: 56px; }
li:first-child { border-top: 0; }
strong { font-variant-numeric: tabular-nums; }
.over { color: var(--quiet); }
.act { min-height: 44px; }
</style>
