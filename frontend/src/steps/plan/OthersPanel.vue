<script setup lang="ts">
import { Input, Segmented } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import type { Schemas } from '@/api/client'
import PickOne from '@/ui/PickOne.vue'
import { PLACES } from '@/ui/places'
import OtherRow from './OtherRow.vue'

/** Every drill of the library for this client: the best first, then what is put on by hand with a reason, then what is refused. */
const props = defineProps<{ drills: Schemas['OtherDrill'][]; onSheet: Set<string>; may: boolean; large?: boolean }>()
const emit = defineEmits<{ enlarge: []; put: [drill: Schemas['OtherDrill'], reason: string]; why: [drill: Schemas['OtherDrill']] }>()
type Standing = Schemas['OtherDrill']['standing']
const AT_FIRST = 8
const text = ref('')
const need = ref('')
const place = ref('')
const thing = ref('')
const standing = ref<Standing>('fits')
const most = ref(AT_FIRST)
watch([text, need, place, thing, standing], () => { most.value = AT_FIRST })

const needs = computed(() => {
  const named = new Map<string, string>()
  for (const one of props.drills) if (one.standing === 'fits') for (const row of one.needs) named.set(row.id, row.name)
  return [...named].map(([value, words]) => ({ value, text: words })).sort((a, b) => a.text.localeCompare(b.text))
})
const things = computed(() => [{ value: 'none', text: 'nothing needed' }, ...[...new Set(props.drills.flatMap((one) => one.equip))].sort().map((value) => ({ value, text: value.replaceAll('-', ' ') }))])
const fits = (one: Schemas['OtherDrill']) => {
  const words = text.value.trim().toLowerCase()
  const said = `${one.title} ${one.name} ${one.needs.map((row) => row.name).join(' ')} ${one.why} ${one.places.join(' ')}`.toLowerCase()
  return words.split(/\s+/).every((word) => said.includes(word))
    && (!need.value || one.needs.some((row) => row.id === need.value))
    && (!place.value || one.places.some((p) => p === place.value))
    && (!thing.value || (thing.value === 'none' ? !one.equip.length : one.equip.includes(thing.value)))
}
const found = computed(() => props.drills.filter((one) => (one.standing === 'refused' || !props.onSheet.has(one.drill)) && fits(one)))
const counted = (word: Standing) => found.value.filter((one) => one.standing === word).length
const shown = computed(() => found.value.filter((one) => one.standing === standing.value))
const tabs = computed(() => [
  { value: 'fits', label: `${counted('fits')} fit` }, { value: 'by-hand', label: `${counted('by-hand')} by hand` }, { value: 'refused', label: `${counted('refused')} refused` },
])
const LEAD: Record<Standing, string> = {
  fits: '', 'by-hand': 'Later or easier rungs, and what this client does not need: put on with a reason, which stays with the version.', refused: 'Refused for now; why, and who may override it, stands behind each name.',
}
</script>

<template>
  <section class="others" aria-label="Others">
    <div v-if="!large" class="head"><h2>Others</h2><button type="button" class="act plain" @click="emit('enlarge')">Larger</button></div>
    <Input v-model:value="text" allow-clear placeholder="name, place, what for" aria-label="Find a drill by name, place or what it is for" />
    <div class="filters">
      <PickOne v-model="need" small clearable label="need" :options="needs" />
      <PickOne v-model="place" small clearable label="place" :options="PLACES" />
      <PickOne v-model="thing" small clearable label="at home" :options="things" />
    </div>
    <Segmented block role="radiogroup" aria-label="which drills" :value="standing" :options="tabs" @change="standing = ($event as Standing)" />
    <p v-if="LEAD[standing]" class="small quiet">{{ LEAD[standing] }}</p>
    <ul>
      <OtherRow v-for="one in shown.slice(0, most)" :key="one.drill" :drill="one" :may="may" :large="large" @put="(reason) => emit('put', one, reason)" @why="emit('why', one)" />
      <li v-if="!shown.length" class="small quiet none">{{ drills.length ? 'No drill of this kind is called so, or meets that.' : 'Reading the library …' }}</li>
    </ul>
    <button v-if="shown.length > most" type="button" class="act plain" @click="most += 20">{{ shown.length - most }} more</button>
  </section>
</template>

<style scoped>
.others { display: grid; gap: 0.5rem; align-content: start; }
.head { display: flex; justify-content: space-between; align-items: baseline; }
.filters > * { width: 100%; }
.filters { display: grid; grid-template-columns: repeat(3, minmax(0, 1fr)); gap: 0.35rem; }
.others :deep(.ant-segmented) { background: var(--paper-deep); }
ul { list-style: none; margin: 0; padding: 0; }
.none { padding: 0.6rem 0; }
</style>
