<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import PickOne from '@/ui/PickOne.vue'
import { placeWords } from '@/ui/places'
import { minutesWords } from '@/ui/tape'
import type { Row } from './usePlanDraft'

/** The session at the second set of places: each drill as it is done there, or what takes its place. */
const props = defineProps<{ name: string; there: Schemas['ElsewhereOut'] | undefined; fields: Record<string, string>; rows: Row[]; may: boolean; story: string }>()
const emit = defineEmits<{ choose: [drill: string, there: Row['there']] }>()
const out = computed(() => (props.there?.drills ?? []).filter((one) => !one.at).length)

/** one word for what is chosen: a place, a drill that stands in, or nothing */
const chosen = (one: Schemas['ThereDrill']): string => (one.instead ? `drill:${one.instead}` : one.at ? `place:${one.at}` : 'out')
const choices = (one: Schemas['ThereDrill']) => [
  ...one.places.map((place) => ({ value: `place:${place}`, text: `the same, ${placeWords(place)}` })),
  ...(one.instead && !one.choices.some((other) => other.id === one.instead) ? [{ value: `drill:${one.instead}`, text: one.instead_title }] : []),
  ...one.choices.map((other) => ({ value: `drill:${other.id}`, text: other.name })),
  { value: 'out', text: 'not there' },
]

function choose(one: Schemas['ThereDrill'], value: string): void {
  const [kind, what = ''] = value.split(':')
  if (value === chosen(one)) return
  emit('choose', one.drill, kind === 'place' ? { place: what as Schemas['PlanDrillOut']['place'], leave_out: false } : kind === 'drill' ? { instead: what, leave_out: false } : { leave_out: true })
}

const fault = (one: Schemas['ThereDrill']) => {
  const at = props.rows.findIndex((row) => row.drill === one.drill && !row.rest)
  return Object.entries(props.fields).find(([name]) => name.startsWith(`drills.${at}.there`))?.[1]
}
</script>

<template>
  <section class="there" aria-label="Somewhere else">
    <template v-if="name">
      <h2>Somewhere else: {{ name }}</h2>
      <p v-if="there" class="small quiet">{{ minutesWords(there.seconds) }}<strong v-if="there.over_minutes" class="clay">, longer than there is time</strong><template v-if="there.have_ready.length">, with {{ there.have_ready.join(', ').toLowerCase() }}</template><template v-if="out">; {{ out === 1 ? 'one drill is' : `${out} drills are` }} not done there</template>. The client says before beginning where it is done.</p>
      <ul>
        <li v-for="one in there?.drills ?? []" :key="one.drill">
          <span>{{ one.title }}</span>
          <PickOne v-if="may" small :label="`${one.title}, ${name}`" :options="choices(one)" :model-value="chosen(one)" @update:model-value="$event && choose(one, $event)" />
          <span v-else>{{ one.instead_title || (one.at ? placeWords(one.at) : 'not there') }}</span>
          <span class="small quiet">{{ one.by_hand ? 'by hand' : one.instead ? 'stands in: it meets the same need' : one.at ? '' : 'nothing there meets its need' }}</span>
          <span v-if="fault(one)" class="small clay" role="alert">{{ fault(one) }}</span>
        </li>
      </ul>
    </template>
    <p v-else-if="may" class="small quiet">Done somewhere else now and then, at work or away? <RouterLink :to="story">Say in Story what is there</RouterLink>, and every drill gets its place or what stands in for it.</p>
  </section>
</template>

<style scoped>
.there { display: grid; gap: 0.3rem; border-top: 2px solid var(--line); padding-top: 0.5rem; margin-top: 0.6rem; }
h2 { font-size: 1.1rem; }
ul { list-style: none; margin: 0; padding: 0; }
li { display: grid; grid-template-columns: minmax(10rem, 1fr) minmax(12rem, 18rem) minmax(0, 1fr); gap: 0.2rem 0.8rem; align-items: center; border-top: 1px solid var(--line); padding: 0.2rem 0; min-height: 40px; }
@media (max-width: 700px) { li { grid-template-columns: 1fr; } }
</style>
