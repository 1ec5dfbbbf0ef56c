<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { clinic, outcome } from '@/api/client'
import { needWords, useOptions } from '@/app/options'
import { unwrap } from '@/shell/useVisit'
import RowReview from './RowReview.vue'

/** One condition profile whole: what it asks for, how it rates drills, what it measures, its stages. */
const props = defineProps<{ condition: string }>()
const { data, isError } = useQuery({
  queryKey: ['condition', props.condition],
  staleTime: Infinity,
  queryFn: async () => unwrap(await outcome(clinic.GET('/api/library/conditions/{condition}', { params: { path: { condition: props.condition } } }))),
})
useOptions()
</script>

<template>
  <article aria-live="polite">
    <p v-if="isError" class="stop-box">This condition is not in the library. Pick another from the list.</p>
    <template v-if="data">
      <h2>{{ data.name }}</h2>
      <p class="small quiet">{{ data.region }} · also called {{ data.words.join(', ') }} · {{ data.weeks[0] }} to {{ data.weeks[1] }} weeks</p>
      <p v-if="data.note"><strong>Note:</strong> {{ data.note }}</p>
      <p v-if="data.avoid.length" class="stop-box"><strong>Leave out for now:</strong> {{ data.avoid.join('; ') }}.</p>
      <div class="two">
        <section>
          <h3>What it needs</h3>
          <ul class="needs"><li v-for="one in data.needs" :key="one.need"><i :style="{ width: `${one.weight * 60}px` }" />{{ needWords(one.need) }}</li></ul>
          <h3>Measured</h3>
          <p class="small">{{ data.measures.join('; ') || 'nothing of its own' }}</p>
          <template v-if="data.asks.length"><h3>Asked first</h3><ul class="small plain"><li v-for="one in data.asks" :key="one">{{ one }}</li></ul></template>
          <template v-if="data.assumes.length"><h3>Comes with it</h3><p class="small">{{ data.assumes.join('; ') }}</p></template>
          <template v-if="data.load_watch.length"><h3>Load watched</h3><ul class="small plain"><li v-for="one in data.load_watch" :key="one">{{ one }}</li></ul></template>
        </section>
        <section>
          <h3>How it rates drills</h3>
          <table class="small">
            <thead><tr><th scope="col">drill</th><th scope="col">relief</th><th scope="col">risk</th></tr></thead>
            <tbody><tr v-for="one in data.rated" :key="one.drill"><td><RouterLink :to="`/library/${one.drill}`">{{ one.title }}</RouterLink></td><td>{{ one.relief }} of 3</td><td :class="{ clay: one.risk === 3 }">{{ one.risk }} of 3</td></tr></tbody>
          </table>
        </section>
      </div>
      <section v-if="data.stages.length">
        <h3>Stages</h3>
        <ol>
          <li v-for="one in data.stages" :key="one.stage"><strong>{{ one.name }}.</strong> Over when: {{ one.passes }}.<span v-if="one.blocks.length" class="small quiet"> Not yet: {{ one.blocks.join('; ') }}.</span></li>
        </ol>
      </section>
      <RowReview shelf="conditions" :row="condition" signs="its needs, ratings, measures, stages and what it leaves out" />
      <p class="small quiet">Supports a licensed professional’s decision; no diagnosis. The surgeon’s protocol and local rules win.</p>
    </template>
  </article>
</template>

<style scoped>
article { background: var(--card); border: 1px solid var(--line); border-radius: 4px; padding: 0.8rem 1.2rem; display: grid; gap: 0.5rem; }
.two { display: grid; grid-template-columns: 1fr 1fr; gap: 1.5rem; }
h3 { font-size: 1rem; margin-top: 0.5rem; }
.needs { list-style: none; padding: 0; margin: 0; }
.needs li { display: grid; grid-template-columns: 62px 1fr; align-items: center; gap: 0.5rem; }
.needs i { height: 6px; background: var(--river); display: inline-block; }
.plain { padding-left: 1.1rem; margin: 0; }
table { width: 100%; border-collapse: collapse; }
th, td { text-align: left; border-bottom: 1px solid var(--line); padding: 0.2rem 0.4rem 0.2rem 0; font-weight: inherit; white-space: nowrap; }
td:first-child { white-space: normal; }
td a { color: var(--river); }
@media (max-width: 1100px) { .two { grid-template-columns: 1fr; } }
</style>
