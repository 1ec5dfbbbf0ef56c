<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import FieldNote from '@/ui/FieldNote.vue'
import PickOne from '@/ui/PickOne.vue'
import ReadingsField from '@/ui/ReadingsField.vue'
import { useOptions } from '@/app/options'
import { gainWords } from './words'

/** One drill tried in the room: before, do it, after; what it brought, and what was seen. */
const props = defineProps<{
  entry: Schemas['TryoutIn']
  tried?: Schemas['TriedOut']
  retests: Schemas['RetestOut'][]
  symptoms: string[]
  index: number
  fields: Record<string, string>
  may: boolean
}>()
const emit = defineEmits<{ change: [values: Partial<Schemas['TryoutIn']>]; remove: [] }>()
const retest = computed(() => props.retests.find((r) => r.id === props.entry.measure))
const unit = computed(() => retest.value?.unit ?? '')
const note = (field: string) => props.fields[`tryouts.${props.index}.${field}`]
const cues = computed(() => (props.tried?.faults ?? []).filter((f) => props.entry.faults?.includes(f.id)))
const { options } = useOptions()
const symptoms = computed(() => props.symptoms.map((s) => ({ value: s, text: options.value?.symptoms.find((one) => one.id === s)?.text ?? s })))

function toggleFault(id: string): void {
  const now = props.entry.faults ?? []
  emit('change', { faults: now.includes(id) ? now.filter((f) => f !== id) : [...now, id] })
}
</script>

<template>
  <article v-if="tried" class="tried">
    <header><h2>{{ tried.title }}<span v-if="entry.side !== 'both'" class="side">, {{ entry.side }}</span></h2><button class="act plain" @click="emit('remove')">take it out</button></header>
    <div class="three">
      <section aria-label="Before">
        <h3>Before</h3>
        <label class="small quiet">what is tested
          <PickOne search clearable label="what is tested" placeholder="choose a re-test" :options="retests.map((r) => ({ value: r.id, text: r.name }))" :model-value="entry.measure ?? ''" @update:model-value="emit('change', { measure: $event, before: [], after: [] })" />
        </label>
        <FieldNote :text="note('measure')" />
        <ReadingsField v-if="retest" :model-value="entry.before ?? []" label="readings before" :unit="unit" :valid="retest.valid" :note="note('before')" @update:model-value="emit('change', { before: $event })" />
      </section>
      <section aria-label="The drill">
        <h3>The drill</h3>
        <p v-if="tried.setup" class="small">{{ tried.setup }}</p>
        <p class="small">Felt right: <strong>{{ tried.felt }}</strong></p>
        <label class="small quiet">what was felt
          <PickOne clearable label="what was felt" placeholder="not asked" :options="symptoms" :model-value="entry.symptom ?? ''" @update:model-value="emit('change', { symptom: $event })" />
        </label>
        <FieldNote :text="note('symptom')" />
      </section>
      <section aria-label="After">
        <h3>After</h3>
        <ReadingsField v-if="retest" :model-value="entry.after ?? []" label="readings after" :unit="unit" :valid="retest.valid" :note="note('after')" @update:model-value="emit('change', { after: $event })" />
        <p :class="tried.gain?.kind === 'better' ? 'better' : tried.gain?.kind === 'worse' ? 'clay' : 'quiet'">{{ gainWords(tried.gain, unit) }}</p>
      </section>
    </div>
    <div v-if="tried.dropped || entry.brought_back" class="stop-box">
      <template v-if="entry.brought_back">It was dropped for what it did here and brought back by a clinician.</template>
      <template v-else><strong>Dropped for this client:</strong> it made the re-test worse, or brought a pinch, a joint or a nerve symptom. It is not offered again.</template>
      <ChoiceRow v-if="may" label="Dropped" hide-label keep :options="[{ value: 'no', text: 'leave it dropped' }, { value: 'yes', text: 'bring it back' }]" :model-value="entry.brought_back ? 'yes' : 'no'" @update:model-value="emit('change', { brought_back: $event === 'yes' })" />
    </div>
    <section v-if="tried.faults.length" aria-label="Seen">
      <h3>Seen while it was done</h3>
      <div class="faults">
        <button v-for="f in tried.faults" :key="f.id" type="button" :aria-pressed="entry.faults?.includes(f.id)" @click="toggleFault(f.id)">{{ f.id.replaceAll('-', ' ') }}</button>
      </div>
      <p v-for="f in cues" :key="f.id" class="known-box">On the sheet: <strong>{{ f.cue }}</strong></p>
    </section>
    <p v-if="tried.lighter.length || tried.deeper.length" class="small"><template v-if="tried.lighter.length"><strong>Lighter:</strong> {{ tried.lighter.join('; ') }}. </template><template v-if="tried.deeper.length"><strong>Deeper:</strong> {{ tried.deeper.join('; ') }}.</template></p>
  </article>
</template>

<style scoped>
.tried { display: grid; gap: 0.7rem; }
header { display: flex; justify-content: space-between; align-items: baseline; gap: 1rem; }
.side { color: var(--river); }
.three { display: grid; grid-template-columns: 1fr 1fr 1fr; gap: 1rem; }
.three section { display: grid; gap: 0.3rem; align-content: start; border-top: 3px solid var(--line-strong); padding-top: 0.4rem; min-width: 0; }
label { display: grid; min-width: 0; }
.better { color: var(--river); font-weight: 600; }
.faults { display: flex; flex-wrap: wrap; gap: 0.35rem; padding: 0.2rem 0; }
.faults button { min-height: 44px; padding: 0 0.8rem; border: 1px solid var(--line-strong); border-radius: var(--corner); background: var(--card); font: inherit; cursor: pointer; }
.faults button[aria-pressed='true'] { background: var(--river); color: #fff; border-color: var(--river); font-weight: 600; }
@media (max-width: 1000px) { .three { grid-template-columns: 1fr; } }
</style>
