<script setup lang="ts">
import { Input } from 'ant-design-vue'
import { useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { clinic, outcome, type Schemas } from '@/api/client'
import { needWords, useOptions } from '@/app/options'
import { unwrap } from '@/shell/useVisit'
import DrillPicture from '@/ui/DrillPicture.vue'
import PickOne from '@/ui/PickOne.vue'
import { PLACES } from '@/ui/places'
import DrillSheet from './DrillSheet.vue'
import ShelfHeader from './ShelfHeader.vue'

/** Every drill with its picture: found by words, phase and place, opened beside the list. */
const PAGE = 40
const route = useRoute()
const router = useRouter()
const search = ref('')
const phase = ref('')
const place = ref<Schemas['DrillCard']['places'][number] | ''>('')
const side = ref<'left' | 'right'>('right')
const most = ref(PAGE)
const { data, isError, refetch } = useQuery({
  queryKey: ['drills'],
  staleTime: Infinity,
  queryFn: async () => unwrap(await outcome(clinic.GET('/api/library/drills'))),
})
const opened = computed(() => (typeof route.params.drill === 'string' ? route.params.drill : ''))
const found = computed(() => {
  const words = search.value.trim().toLowerCase().split(/\s+/).filter(Boolean)
  return (data.value ?? []).filter((one) => {
    const text = [one.title, one.name, one.felt, ...one.needs.map(needWords)].join(' ').toLowerCase()
    return (!phase.value || one.phase === phase.value) && (!place.value || one.places.includes(place.value)) && words.every((word) => text.includes(word))
  })
})
const phases = computed(() => ['settle', 'release', 'mobilise', 'lengthen', 'activate', 'strengthen', 'integrate'].map((id) => data.value?.find((one) => one.phase === id)).filter((one) => one !== undefined))
const shown = computed(() => found.value.slice(0, most.value))
watch([search, phase, place], () => { most.value = PAGE })
const open = (id: string) => router.push(id ? `/library/${id}` : '/library')
useOptions()
</script>

<template>
  <div class="page">
    <ShelfHeader other="The conditions" to="/conditions" />
    <main :class="{ beside: opened }">
      <section class="list" aria-label="Drills">
        <h1>The drills</h1>
        <div class="filters">
          <Input v-model:value="search" type="search" placeholder="name, need or where it is felt" aria-label="Find by name, need or where it is felt" />
          <PickOne v-model="phase" clearable label="phase" placeholder="any phase" :options="phases.map((one) => ({ value: one.phase, text: one.phase_word }))" />
          <PickOne v-model="place" clearable label="where" placeholder="anywhere" :options="PLACES" />
          <PickOne :model-value="side" label="side drawn" :options="[{ value: 'left', text: 'left drawn' }, { value: 'right', text: 'right drawn' }]" @update:model-value="(s) => { if (s) side = s }" />
        </div>
        <p v-if="isError" class="stop-box">The drills could not be read. <button class="act" @click="refetch()">Try again</button></p>
        <p v-if="data" class="small quiet" role="status">{{ found.length === 1 ? '1 drill' : `${found.length} drills` }}</p>
        <ul>
          <li v-for="one in shown" :key="one.id" :class="{ open: one.id === opened }">
            <button type="button" :aria-expanded="one.id === opened" @click="open(one.id === opened ? '' : one.id)">
              <DrillPicture :picture="one.picture" :side="one.one_sided ? side : 'both'" size="small" alt="" />
              <strong>{{ one.title }}</strong>
              <span class="small quiet">{{ one.region.replace('-', ' ') }} · {{ one.phase_word }}{{ one.auto ? '' : ' · picked by hand only' }}</span>
            </button>
          </li>
        </ul>
        <p v-if="data && !found.length" class="quiet empty">No drill fits these words here. Take a filter off, or search for the need, for example “lengthen”.</p>
        <button v-if="found.length > shown.length" class="act" @click="most += PAGE">Show {{ Math.min(PAGE, found.length - shown.length) }} more of {{ found.length }}</button>
      </section>
      <DrillSheet v-if="opened" :key="opened" :drill="opened" :side="side" @close="open('')" @open="open" />
    </main>
  </div>
</template>

<style scoped>
main { display: grid; gap: 1.5rem; padding: 1rem 1.5rem; max-width: 1400px; margin: 0 auto; }
main.beside { grid-template-columns: minmax(0, 1fr) 420px; align-items: start; }
.filters { display: flex; flex-wrap: wrap; gap: 0.6rem; align-items: center; margin: 0.4rem 0; }
.filters :deep(input[type="search"]) { flex: 1 1 15rem; max-width: 24rem; }
ul { list-style: none; margin: 0 0 1rem; padding: 0; display: grid; grid-template-columns: repeat(auto-fill, minmax(170px, 1fr)); gap: 0.8rem; }
li button { display: grid; width: 100%; height: 100%; align-content: start; text-align: left; font: inherit; color: inherit; background: var(--card); border: 1px solid var(--line); border-radius: 4px; padding: 0 0.6rem 0.5rem; cursor: pointer; line-height: 1.25; }
li button:hover { border-color: var(--river); }
li.open button { border-color: var(--river); box-shadow: inset 0 -4px 0 var(--river); }
li strong { font-weight: 600; }
.empty { border: 1px dashed var(--line-strong); padding: 1rem; border-radius: 4px; }
@media (max-width: 1000px) { main.beside { grid-template-columns: 1fr; } main.beside > :last-child { order: -1; } }
@media (max-width: 500px) { main { padding: 0.8rem; } ul { grid-template-columns: 1fr 1fr; } }
</style>
