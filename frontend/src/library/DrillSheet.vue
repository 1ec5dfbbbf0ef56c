<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { clinic, outcome } from '@/api/client'
import { needWords, useOptions } from '@/app/options'
import { unwrap } from '@/shell/useVisit'
import MovingPicture from '@/ui/MovingPicture.vue'
import { placeWords } from '@/ui/places'
import RowReview from './RowReview.vue'

/** One drill whole: it moves, says what it asks and loads, and what stands beside it on its ladder. */
const props = defineProps<{ drill: string; side: 'left' | 'right' }>()
const emit = defineEmits<{ close: []; open: [drill: string] }>()
const place = ref<string | undefined>(undefined)
const { data, isError } = useQuery({
  queryKey: ['drill', props.drill],
  staleTime: Infinity,
  queryFn: async () => unwrap(await outcome(clinic.GET('/api/library/drills/{drill}', { params: { path: { drill: props.drill } } }))),
})
const own = computed(() => data.value?.loads.filter((load) => !load.other_side) ?? [])
const other = computed(() => data.value?.loads.filter((load) => load.other_side) ?? [])
useOptions()
</script>

<template>
  <article class="drill" aria-live="polite">
    <button type="button" class="act plain close" @click="emit('close')">Close</button>
    <p v-if="isError" class="stop-box">This drill is not in the library. Close it and pick another.</p>
    <template v-if="data">
      <h2>{{ data.card.title }}</h2>
      <p class="small quiet">{{ data.card.name === data.card.title ? '' : `${data.card.name} · ` }}{{ data.card.phase_word }}{{ data.card.one_sided ? ` · drawn for the ${side} side` : '' }}</p>
      <MovingPicture :picture="data.card.picture" :side="data.card.one_sided ? side : 'both'" :place="place" :alt="data.card.alt" />
      <div v-if="data.card.places.length > 1" class="places" role="group" aria-label="Where it is drawn">
        <button v-for="p in data.card.places" :key="p" type="button" :aria-pressed="place === p" @click="place = place === p ? undefined : p">{{ placeWords(p) }}</button>
      </div>
      <p v-for="line in data.do" :key="line">{{ line }}</p>
      <p><strong>To feel:</strong> {{ data.feel }}</p>
      <p class="stop-box"><strong>Stop for</strong> {{ data.stop.join('; ') }}.</p>
      <p v-if="data.easier"><strong>Too hard:</strong> {{ data.easier }}</p>
      <p v-if="data.note" class="small"><strong>Note:</strong> {{ data.note }}</p>
      <h3>For</h3>
      <p>{{ data.card.needs.map(needWords).join(', ') }}</p>
      <h3>Dose</h3>
      <p v-for="m in data.methods" :key="m.name" class="small"><strong>{{ m.name }}:</strong> {{ m.start }}{{ m.top === m.start ? '' : `, up to ${m.top}` }}</p>
      <template v-if="data.requires.length"><h3>The position asks for</h3><p class="small">{{ data.requires.join(', ') }}</p></template>
      <h3>What it does to the body</h3>
      <ul class="small"><li v-for="load in own" :key="load.exposure">{{ load.means }}</li></ul>
      <template v-if="other.length"><p class="small"><strong>The other side:</strong></p><ul class="small"><li v-for="load in other" :key="load.exposure">{{ load.means }}</li></ul></template>
      <template v-if="data.ladder.length"><h3>On the same ladder</h3>
        <button v-for="one in data.ladder" :key="one.id" type="button" class="rung" @click="emit('open', one.id)">{{ one.name }}</button>
      </template>
      <p v-if="data.unseen.length" class="small quiet">Not shown in the picture: {{ data.unseen.join('; ') }}.</p>
      <RowReview shelf="drills" :row="drill" signs="its words, dose, picture and what it does to the body" />
      <p class="small quiet">Supports a licensed professional’s decision; no diagnosis. The surgeon’s protocol and local rules win.</p>
    </template>
  </article>
</template>

<style scoped>
.drill { background: var(--card); border: 1px solid var(--line); border-radius: 4px; padding: 0.8rem 1rem; display: grid; gap: 0.4rem; position: sticky; top: 0.5rem; max-height: calc(100vh - 1rem); overflow-y: auto; }
.close { justify-self: end; }
h3 { font-size: 1rem; margin-top: 0.3rem; }
ul { margin: 0; padding-left: 1.1rem; }
.places { display: flex; flex-wrap: wrap; gap: 0.3rem; }
.places button { min-height: 44px; padding: 0 0.7rem; font: inherit; font-size: 0.875rem; border: 1px solid var(--line-strong); border-radius: var(--corner); background: none; color: inherit; cursor: pointer; }
.places button[aria-pressed='true'] { background: var(--river); color: #fff; border-color: var(--river); }
.rung { display: block; min-height: 44px; border: 0; background: none; font: inherit; color: var(--river); text-decoration: underline; cursor: pointer; text-align: left; padding: 0; }
@media (max-width: 1000px) { .drill { position: static; max-height: none; } }
</style>
