<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { readable, shortDate } from '@/ui/dates'
import type { Told } from './moments'

/** What happened, by the day; what shows a sheet, belongs to a visit or was decided is opened from here. */
defineProps<{ days: { date: string; told: Told[] }[] }>()
const emit = defineEmits<{ kept: [of: { complaint: number; kept: number }] }>()
const open = (one: Told, kept: NonNullable<Schemas['Moment']['kept']>): void => emit('kept', { complaint: one.complaint, kept })
</script>

<template>
  <ol class="days" role="list">
    <li v-for="day in days" :key="day.date">
      <p class="date">{{ shortDate(day.date) }}</p>
      <ul role="list">
        <li v-for="(one, n) in day.told" :key="n" class="moment" :class="one.moment.kind">
          <p><strong>{{ readable(one.moment.title) }}</strong><span v-if="one.name" class="small quiet"> · {{ one.name }}</span><span v-if="one.moment.by" class="small quiet"> · {{ one.moment.by }}</span>
            <RouterLink v-if="one.moment.version" class="small go" :to="`/sheet/${one.moment.version}`">its sheet</RouterLink>
            <RouterLink v-else-if="one.moment.visit" class="small go" :to="`/visit/${one.moment.visit}/story`">open it</RouterLink>
            <button v-if="one.moment.kept" type="button" class="link small" @click="open(one, one.moment.kept)">as it stood</button></p>
          <p v-for="line in one.moment.lines" :key="line" class="small">{{ readable(line) }}</p>
        </li>
      </ul>
    </li>
  </ol>
</template>

<style scoped>
.days, .days ul { list-style: none; margin: 0; padding: 0; }
.days > li { display: grid; grid-template-columns: 7rem minmax(0, 1fr); gap: 1rem; border-top: 1px solid var(--line); padding: 0.5rem 0; break-inside: avoid; }
.date { font-weight: 600; }
.go { margin-left: 0.5rem; }
.link { border: 0; background: none; font: inherit; font-size: 0.9rem; color: var(--river); text-decoration: underline; cursor: pointer; padding: 0; margin-left: 0.5rem; }
.moment { border-left: 3px solid var(--line-strong); padding: 0 0 0.3rem 0.8rem; margin-bottom: 0.3rem; overflow-wrap: anywhere; }
.moment.given { border-left-color: var(--river); }
.moment.home { border-left-style: dotted; border-left-color: var(--ink); }
@media (max-width: 700px) { .days > li { grid-template-columns: minmax(0, 1fr); gap: 0.2rem; } }
@media print { .link { display: none; } }
</style>
