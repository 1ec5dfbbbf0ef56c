<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import FieldNote from '@/ui/FieldNote.vue'
import PickOne from '@/ui/PickOne.vue'
import ReadingsField from '@/ui/ReadingsField.vue'
import { useOptions } from '@/app/options'
import GainLine from './GainLine.vue'
import ShownDrill from './ShownDrill.vue'
import { FELT_FIRST, gainWords, mean } from './words'

/** One drill tried in the room: before, do it, after; what it brought, and what was seen. */
const props = defineProps<{
  entry: Schemas['TryoutIn']
  tried?: Schemas['TriedOut']
  retests: Schemas['RetestOut'][]
  symptoms: string[]
  index: number
  fields: Record<string, string>
  may: boolean
  firstName: string
  visit: number
  /** what is tried after this one, in words; nothing where all was tried */
  next: string
}>()
const emit = defineEmits<{ change: [values: Partial<Schemas['TryoutIn']>]; remove: []; next: [] }>()
const more = ref(false)
const retest = computed(() => props.retests.find((r) => r.id === props.entry.measure))
const unit = computed(() => retest.value?.unit ?? '')
const note = (field: string) => props.fields[`tryouts.${props.index}.${field}`]
const cues = computed(() => (props.tried?.faults ?? []).filter((f) => props.entry.faults?.includes(f.id)))
const { options } = useOptions()
/** six large choices; the rest, and one that was chosen among them, behind */
const felt = computed(() => {
  const known = props.symptoms.map((s) => ({ value: s, text: options.value?.symptoms.find((one) => one.id === s)?.text ?? s }))
  const first = FELT_FIRST.flatMap((s) => known.filter((one) => one.value === s))
  return more.value ? [...first, ...known.filter((one) => !FELT_FIRST.includes(one.value))] : [...first, ...known.filter((one) => one.value === props.entry.symptom && !FELT_FIRST.includes(one.value))]
})

function toggleFault(id: string): void {
  const now = props.entry.faults ?? []
  emit('change', { faults: now.includes(id) ? now.filter((f) => f !== id) : [...now, id] })
}
</script>

<template>
  <article v-if="tried" class="tried">
    <ShownDrill :key="entry.drill + entry.side" :tried="tried" :side="entry.side" :first-name="firstName" />
    <div class="told">
      <header><h2>{{ tried.title }}<span v-if="entry.side !== 'both'" class="side">, {{ entry.side }}</span> <span v-if="tried.shown" class="small quiet name">({{ tried.shown.name }})</span></h2><button class="link" @click="emit('remove')">take it out</button></header>
      <label class="small quiet tested">what is tested
        <PickOne search clearable label="what is tested" placeholder="choose a re-test" :options="retests.map((r) => ({ value: r.id, text: r.name }))" :model-value="entry.measure ?? ''" @update:model-value="emit('change', { measure: $event, before: [], after: [] })" />
      </label>
      <FieldNote :text="note('measure')" />
      <div class="three">
        <section aria-label="Before"><ReadingsField v-if="retest" :model-value="entry.before ?? []" label="readings before" :unit="unit" :valid="retest.valid" :note="note('before')" @update:model-value="emit('change', { before: $event })" /></section>
        <section aria-label="The drill"><h3>The drill</h3><p>{{ tried.shown?.words ?? 'not open here' }}</p></section>
        <section aria-label="After" class="after"><ReadingsField v-if="retest" :model-value="entry.after ?? []" label="readings after" :unit="unit" :valid="retest.valid" :note="note('after')" @update:model-value="emit('change', { after: $event })" /></section>
      </div>
      <p role="status" :class="tried.gain?.kind === 'better' ? 'better' : tried.gain?.kind === 'worse' ? 'clay' : 'quiet'">{{ gainWords(tried.gain, unit) }}</p>
      <GainLine v-if="tried.gain && entry.before?.length && entry.after?.length" :before="mean(entry.before)" :after="mean(entry.after)" :error="tried.gain.error" :unit="unit" />
      <div v-if="tried.dropped || entry.brought_back" class="stop-box">
        <template v-if="entry.brought_back">It was dropped for what it did here and brought back by a clinician.</template>
        <template v-else><strong>Dropped for this client:</strong> it made the re-test worse, or brought a pinch, a joint or a nerve symptom. It is not offered again.</template>
        <ChoiceRow v-if="may" label="Dropped" hide-label keep :options="[{ value: 'no', text: 'leave it dropped' }, { value: 'yes', text: 'bring it back' }]" :model-value="entry.brought_back ? 'yes' : 'no'" @update:model-value="emit('change', { brought_back: $event === 'yes' })" />
      </div>
      <fieldset>
        <legend>What {{ firstName }} felt</legend>
        <div class="chips">
          <button v-for="one in felt" :key="one.value" type="button" :aria-pressed="entry.symptom === one.value" @click="emit('change', { symptom: entry.symptom === one.value ? '' : one.value })">{{ one.text }}</button>
          <button type="button" class="link" :aria-expanded="more" @click="more = !more">{{ more ? 'fewer' : 'something else' }}</button>
        </div>
        <FieldNote :text="note('symptom')" />
      </fieldset>
      <fieldset v-if="tried.faults.length">
        <legend>How it looked</legend>
        <div class="chips">
          <button v-for="f in tried.faults" :key="f.id" type="button" :aria-pressed="entry.faults?.includes(f.id)" @click="toggleFault(f.id)">{{ f.id.replaceAll('-', ' ') }}</button>
        </div>
        <p v-for="f in cues" :key="f.id" class="known-box">Goes on the sheet: <strong>{{ f.cue }}</strong></p>
      </fieldset>
      <p v-if="!tried.dropped" class="verdict">
        <button v-if="next" type="button" class="act next" @click="emit('next')">Keep; {{ next }} next</button>
        <RouterLink class="act" :to="{ path: `/visit/${visit}/plan`, query: { drill: entry.drill } }">{{ tried.lighter.length ? `Lighter: ${tried.lighter[0]}, or swap` : 'Lighter, or swap' }}</RouterLink>
      </p>
    </div>
  </article>
</template>

<style scoped>
.tried { display: grid; grid-template-columns: minmax(0, 45fr) minmax(0, 55fr); gap: 1.2rem; align-items: start; }
.told { display: grid; gap: 0.5rem; min-width: 0; }
header { display: flex; justify-content: space-between; align-items: baseline; gap: 1rem; }
.side { color: var(--river); }
.name { font-family: var(--sans); font-weight: 400; }
.tested { display: flex; gap: 0.5rem; align-items: center; }
.tested .pick { flex: 1; }
.three { display: grid; grid-template-columns: 1fr 1fr 1fr; gap: 0.6rem; }
.three section { display: grid; gap: 0.2rem; align-content: start; border: 1px solid var(--line-strong); border-radius: var(--corner); padding: 0.4rem 0.6rem; min-width: 0; }
.three .after { border-color: var(--river); border-width: 2px; }
h3 { font-family: var(--sans); font-size: 0.875rem; font-weight: 400; color: var(--ink-2); }
.better { color: var(--river); font-weight: 600; }
fieldset { border: 0; padding: 0; margin: 0; min-width: 0; }
legend { padding: 0; font-size: 0.9rem; color: var(--ink-2); }
.chips { display: flex; flex-wrap: wrap; gap: 0.35rem; padding: 0.15rem 0; }
.chips button:not(.link) { min-height: 44px; padding: 0 0.9rem; border: 1px solid var(--line-strong); border-radius: 22px; background: var(--card); font: inherit; cursor: pointer; }
.chips button[aria-pressed='true'] { background: var(--river); color: #fff; border-color: var(--river); font-weight: 600; }
.verdict { display: flex; flex-wrap: wrap; gap: 0.5rem; padding-top: 0.2rem; }
.verdict a { display: inline-grid; place-items: center; text-decoration: none; }
.link { border: 0; background: none; font: inherit; font-size: 0.9rem; color: var(--river); text-decoration: underline; cursor: pointer; min-height: 36px; padding: 0 0.4rem; }
@media (max-width: 900px) { .tried { grid-template-columns: minmax(0, 1fr); } }
</style>
