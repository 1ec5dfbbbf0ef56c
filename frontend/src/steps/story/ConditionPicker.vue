<script setup lang="ts">
import { Input } from 'ant-design-vue'
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { clinic, outcome, type Schemas } from '@/api/client'
import { unwrap } from '@/shell/useVisit'

/** The complaint by name: what was told and marked puts the likeliest first, with why; the clinician picks. */
const props = defineProps<{ modelValue?: string; words: string; areas: string[]; clues: string[]; conditions: Schemas['ConditionOut'][]; note?: string }>()
const emit = defineEmits<{ 'update:modelValue': [value: string]; clue: [value: string] }>()
const search = ref('')
const open = ref(false)
const chosen = computed(() => props.conditions.find((one) => one.id === props.modelValue))
const list = computed(() => {
  const text = search.value.trim().toLowerCase()
  if (!text) return suggestions.value
  return props.conditions.filter((c) => [c.name, ...c.words].some((w) => w.toLowerCase().includes(text))).slice(0, 8)
    .map((c) => suggestions.value.find((s) => s.id === c.id) ?? { id: c.id, name: c.name, points: 0, why: [], clues: [] })
})
const clueList = computed(() => [...new Set(suggestions.value.slice(0, 3).flatMap((s) => s.clues))])

const query = computed(() => ({ words: props.words, areas: props.areas.join(','), clues: props.clues.join(',') }))
const settled = ref(query.value)
let timer: ReturnType<typeof setTimeout> | undefined
watch(query, (now) => {
  clearTimeout(timer)
  timer = setTimeout(() => { settled.value = now }, 300)
})
const { data } = useQuery({
  queryKey: computed(() => ['suggestions', settled.value]),
  queryFn: async () => unwrap(await outcome(clinic.GET('/api/suggestions', { params: { query: settled.value } }))),
  placeholderData: keepPreviousData,
})
const suggestions = computed(() => data.value ?? [])

function pick(id: string): void {
  emit('update:modelValue', id)
  open.value = false
  search.value = ''
}
</script>

<template>
  <div class="picker">
    <span class="label" id="condition-label">Complaint</span>
    <p v-if="chosen && !open" class="chosen">
      <strong>{{ chosen.name }}</strong>
      <button type="button" class="act plain" @click="open = true">change</button>
    </p>
    <template v-else>
      <Input v-model:value="search" placeholder="find a complaint by name" aria-labelledby="condition-label" name="condition" />
      <ul>
        <li v-for="one in list" :key="one.id">
          <button type="button" @click="pick(one.id)">{{ one.name }}<span v-if="one.why.length" class="small quiet">{{ one.why.join('; ') }}</span></button>
        </li>
        <li v-if="!list.length" class="quiet small none">{{ search ? 'No complaint of that name.' : 'Mark a place or write the client’s words: what they point to appears here.' }}</li>
      </ul>
      <div v-if="clueList.length" class="clues">
        <span class="small quiet">true for this client?</span>
        <button v-for="clue in clueList" :key="clue" type="button" :aria-pressed="clues.includes(clue)" @click="emit('clue', clue)">{{ clue.replaceAll('-', ' ') }}</button>
      </div>
      <p class="small quiet">A suggestion orders this list and decides nothing.</p>
    </template>
    <p v-if="note" class="clay small" role="alert"><strong>{{ note }}</strong></p>
  </div>
</template>

<style scoped>
.picker { display: grid; gap: 0.15rem; align-content: start; min-width: 0; }
.label { font-size: 0.9rem; color: var(--ink-2); }
.chosen { display: flex; align-items: center; gap: 0.6rem; }
.chosen strong { font-family: var(--serif); font-size: 1.1rem; }
ul { list-style: none; margin: 0.2rem 0 0; padding: 0; max-height: 11rem; overflow: auto; border: 1px solid var(--line); border-radius: var(--corner); background: var(--card); }
li button { width: 100%; text-align: left; border: 0; border-bottom: 1px solid var(--line); background: none; font: inherit; min-height: 44px; padding: 0.2rem 0.7rem; cursor: pointer; display: grid; }
li button:hover { background: var(--river-soft); }
.none { padding: 0.6rem; }
.clues { display: flex; flex-wrap: wrap; gap: 0.25rem; align-items: center; margin-top: 0.2rem; }
.clues button { border: 1px dashed var(--line-strong); background: none; border-radius: var(--corner); min-height: 32px; padding: 0 0.5rem; font: inherit; font-size: 0.86rem; cursor: pointer; }
.clues button[aria-pressed='true'] { border: 1px solid var(--river); background: var(--river-soft); color: var(--river); font-weight: 600; }
</style>
