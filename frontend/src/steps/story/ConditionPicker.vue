<script setup lang="ts">
import { Input } from 'ant-design-vue'
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { clinic, outcome, type Schemas } from '@/api/client'
import { useOptions } from '@/app/options'
import { unwrap } from '@/shell/useVisit'
import { useSettled } from '@/ui/useSettled'

/** The complaint by name: what was told and marked puts the likeliest first, with why; the clinician picks. */
const props = defineProps<{ modelValue?: string; words: string; areas: string[]; clues: string[]; ticked: string[]; conditions: Schemas['ConditionOut'][]; note?: string }>()
const emit = defineEmits<{ 'update:modelValue': [value: string]; clue: [value: string] }>()
const { options } = useOptions()
const MOST_LIKELY = 4
const search = ref('')
const chosen = computed(() => props.conditions.find((one) => one.id === props.modelValue))
/** what is chosen stays first, so that nothing below moves when it is */
const likely = computed(() => {
  const others = suggestions.value.filter((one) => one.id !== props.modelValue).slice(0, MOST_LIKELY)
  return chosen.value ? [suggestions.value.find((one) => one.id === props.modelValue) ?? asked(chosen.value), ...others] : others
})
const asked = (c: Schemas['ConditionOut']) => ({ id: c.id, name: c.name, points: 0, why: [] as string[], clues: [] as string[] })
const list = computed(() => {
  const text = search.value.trim().toLowerCase()
  if (!text) return []
  return props.conditions.filter((c) => !c.off && [c.name, ...c.words].some((w) => w.toLowerCase().includes(text))).slice(0, 8)
    .map((c) => suggestions.value.find((s) => s.id === c.id) ?? asked(c))
})
const clueList = computed(() => [...new Set(suggestions.value.slice(0, 3).flatMap((s) => s.clues))])

const query = computed(() => ({ words: props.words, areas: props.areas.join(','), clues: props.clues.join(','), ticked: props.ticked.join(',') }))
const settled = useSettled(() => query.value)
const { data } = useQuery({
  queryKey: computed(() => ['suggestions', settled.value]),
  queryFn: async () => unwrap(await outcome(clinic.GET('/api/suggestions', { params: { query: settled.value } }))),
  placeholderData: keepPreviousData,
})
const suggestions = computed(() => data.value ?? [])

function pick(id: string): void {
  emit('update:modelValue', id)
  search.value = ''
}
</script>

<template>
  <div class="picker">
    <span class="line"><span id="condition-label" class="label">Complaint</span>
      <Input v-model:value="search" allow-clear placeholder="another, by name" aria-labelledby="condition-label" name="condition" @keydown.esc="search = ''" /></span>
    <ul v-if="search.trim()" class="results">
      <li v-for="one in list" :key="one.id">
        <button type="button" @click="pick(one.id)">{{ one.name }}<span v-if="one.why.length" class="small quiet">{{ one.why.join('; ') }}</span></button>
      </li>
      <li v-if="!list.length" class="quiet small none">No complaint of that name.</li>
    </ul>
    <div class="likely" role="group" aria-label="Likely">
      <button v-for="one in likely" :key="one.id" type="button" :aria-pressed="one.id === modelValue" :title="one.why.join('; ')" @click="pick(one.id)">{{ one.name }}</button>
      <span v-if="!likely.length" class="quiet small">Mark a place or write the client’s words: what they point to appears here, and decides nothing.</span>
    </div>
    <div class="clues" role="group" aria-label="True for this client?">
      <template v-if="clueList.length"><span class="small quiet">true for this client?</span>
        <button v-for="clue in clueList" :key="clue" type="button" :aria-pressed="clues.includes(clue)" @click="emit('clue', clue)">{{ options?.clues[clue] ?? clue }}</button></template>
    </div>
    <p v-if="note" class="clay small" role="alert"><strong>{{ note }}</strong></p>
  </div>
</template>

<style scoped>
.picker { display: grid; gap: 0.3rem; align-content: start; min-width: 0; position: relative; }
.line { display: flex; gap: 0.8rem; align-items: center; justify-content: space-between; }
.line :deep(.ant-input-affix-wrapper) { width: 15rem; min-height: 36px; padding-top: 0; padding-bottom: 0; }
.label { font-size: 0.9rem; color: var(--ink-2); }
.results { position: absolute; z-index: 5; top: 42px; right: 0; width: min(26rem, 100%); list-style: none; margin: 0; padding: 0; max-height: 16rem; overflow: auto; border: 1px solid var(--line-strong); border-radius: var(--corner); background: var(--card); box-shadow: 0 6px 18px rgb(0 0 0 / 12%); }
li button { width: 100%; text-align: left; border: 0; border-bottom: 1px solid var(--line); background: none; font: inherit; min-height: 44px; padding: 0.2rem 0.7rem; cursor: pointer; display: grid; }
li button:hover { background: var(--river-soft); }
.none { padding: 0.6rem; }
.likely { display: flex; flex-wrap: wrap; gap: 0.3rem; align-content: start; height: 74px; overflow: auto; }
.likely button { border: 1px solid var(--line-strong); border-radius: 17px; background: var(--card); min-height: 34px; padding: 0 0.8rem; font: inherit; font-size: 0.92rem; cursor: pointer; }
.likely button[aria-pressed='true'] { background: var(--river); border-color: var(--river); color: #fff; font-weight: 600; }
.clues { display: flex; flex-wrap: wrap; gap: 0.25rem; align-items: center; align-content: start; height: 70px; overflow: auto; }
.clues button { border: 1px dashed var(--line-strong); background: none; border-radius: var(--corner); min-height: 30px; padding: 0 0.5rem; font: inherit; font-size: 0.86rem; cursor: pointer; }
.clues button[aria-pressed='true'] { border: 1px solid var(--river); background: var(--river-soft); color: var(--river); font-weight: 600; }
</style>
