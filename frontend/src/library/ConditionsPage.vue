<script setup lang="ts">
import { Input } from 'ant-design-vue'
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { clinic, outcome } from '@/api/client'
import { unwrap } from '@/shell/useVisit'
import ConditionSheet from './ConditionSheet.vue'
import ShelfHeader from './ShelfHeader.vue'

/** Every condition profile by name, opened beside the list. */
const route = useRoute()
const search = ref('')
const { data, isError, refetch } = useQuery({
  queryKey: ['conditions'],
  staleTime: Infinity,
  queryFn: async () => unwrap(await outcome(clinic.GET('/api/library/conditions'))),
})
const opened = computed(() => (typeof route.params.condition === 'string' ? route.params.condition : ''))
const found = computed(() => {
  const words = search.value.trim().toLowerCase().split(/\s+/).filter(Boolean)
  return (data.value ?? []).filter((one) => words.every((word) => one.name.toLowerCase().includes(word)))
})
</script>

<template>
  <div class="page">
    <ShelfHeader other="The drills" to="/library" />
    <main>
      <section aria-label="Conditions">
        <h1>The conditions</h1>
        <Input v-model:value="search" type="search" placeholder="part of a name" aria-label="Find by part of a name" />
        <p v-if="isError" class="stop-box">The conditions could not be read. <button class="act" @click="refetch()">Try again</button></p>
        <ul>
          <li v-for="one in found" :key="one.id"><RouterLink :to="`/conditions/${one.id}`" :aria-current="one.id === opened ? 'page' : undefined">{{ one.name }}</RouterLink></li>
        </ul>
        <p v-if="data && !found.length" class="quiet empty">No condition has these words in its name. Try one word, for example “hip”.</p>
      </section>
      <ConditionSheet v-if="opened" :key="opened" :condition="opened" />
      <p v-else class="quiet empty">What the tool takes a complaint to ask for, before any finding changes it. Pick one to read it whole, and to put your name to it.</p>
    </main>
  </div>
</template>

<style scoped>
main { display: grid; grid-template-columns: 320px minmax(0, 1fr); gap: 1.5rem; padding: 1rem 1.5rem; max-width: 1400px; margin: 0 auto; align-items: start; }
ul { list-style: none; margin: 0.4rem 0 0; padding: 0; }
li a { display: grid; align-items: center; min-height: 44px; border-top: 1px solid var(--line); color: var(--ink); text-decoration: none; padding: 0 0.4rem; }
li a:hover { background: var(--card); }
li a[aria-current='page'] { border-left: 4px solid var(--river); font-weight: 600; background: var(--card); }
.empty { border: 1px dashed var(--line-strong); padding: 1rem; border-radius: 4px; }
@media (max-width: 900px) { main { grid-template-columns: 1fr; } main > :last-child { order: -1; } }
</style>
