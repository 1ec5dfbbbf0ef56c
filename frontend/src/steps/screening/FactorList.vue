<script setup lang="ts">
import { Input } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import type { Schemas } from '@/api/client'
import { useOptions } from '@/app/options'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import { factorsNamed, findFactors } from './factorSearch'
import FieldNote from '@/ui/FieldNote.vue'
import PickOne from '@/ui/PickOne.vue'
import DayBox from '@/ui/DayBox.vue'

/** Background factors: those this complaint asks about first, any other by name; with side and date where they count. */
const props = defineProps<{ modelValue: Schemas['FactorIn'][]; view: Schemas['ScreeningOut']; fields: Record<string, string> }>()
const emit = defineEmits<{ 'update:modelValue': [value: Schemas['FactorIn'][]] }>()
/** background that no factor stands for: kept, and judged by nobody but the clinician */
const noted = defineModel<string>('noted', { required: true })
const { options } = useOptions()
const route = useRoute()
/** whoever came from the search over everything finds the factor's name in the field */
const search = ref(typeof route.query.factor === 'string' ? route.query.factor : '')
watch(() => route.query.factor, (name) => { if (typeof name === 'string') search.value = name })
const byId = computed(() => new Map((options.value?.factors ?? []).map((f) => [f.id, f])))
const unlisted = computed(() => {
  const listed = new Set(props.modelValue.map((f) => f.factor))
  return (options.value?.factors ?? []).filter((f) => !listed.has(f.id))
})
const found = computed(() => {
  const text = search.value.trim().toLowerCase()
  if (!text) return unlisted.value.filter((f) => props.view.ask_factors.includes(f.id)).map((factor) => ({ factor, by: '' }))
  return findFactors(text, unlisted.value).slice(0, 8)
})
const text = computed(() => search.value.trim())

/** what a medicine named in the story may be here; it stands as an offer until somebody takes it */
const ofStory = computed(() => factorsNamed(props.view.medicine, unlisted.value))

function note(): void {
  noted.value = [noted.value, text.value].filter(Boolean).join('; ').slice(0, 400)
  search.value = ''
}

function add(factor: string): void {
  emit('update:modelValue', [...props.modelValue, { factor, side: '', since: null, trimester: null, region: '', parameters: {} }])
  search.value = ''
}

function change(index: number, part: Partial<Schemas['FactorIn']>): void {
  emit('update:modelValue', props.modelValue.map((f, i) => (i === index ? { ...f, ...part } : f)))
}

function remove(index: number): void {
  emit('update:modelValue', props.modelValue.filter((_, i) => i !== index))
}
</script>

<template>
  <section class="factors" aria-label="Background factors">
    <h2>Background</h2>
    <p v-for="a in view.assumed" :key="a.factor + a.side" class="small quiet">comes with the complaint: {{ a.name }}, {{ a.side }}</p>
    <p v-for="one in view.factors.filter((f) => f.withdrawal_asked)" :key="one.factor + one.side + one.since" class="small clay">{{ [one.name, one.side].filter(Boolean).join(', ') }}: taking it out was asked for; it stays in force until a clinician confirms that.</p>
    <div v-for="(f, index) in modelValue" :key="index" class="factor">
      <div class="line">
        <strong>{{ byId.get(f.factor)?.name ?? f.factor }}</strong>
        <button type="button" class="act plain" :aria-label="`Take out ${byId.get(f.factor)?.name}`" @click="remove(index)">take out</button>
      </div>
      <div class="line">
        <ChoiceRow v-if="byId.get(f.factor)?.sided" :model-value="f.side" label="side" hide-label
          :options="[{ value: 'left', text: 'left' }, { value: 'right', text: 'right' }, { value: 'both', text: 'both' }]"
          @update:model-value="(v) => change(index, { side: v })" />
        <label v-if="byId.get(f.factor)?.dated" class="small">since
          <DayBox :id="`since-${index}`" label="since" :model-value="f.since ?? null" @update:model-value="change(index, { since: $event })" />
        </label>
      </div>
      <div class="line params">
        <ChoiceRow v-if="byId.get(f.factor)?.asks === 'trimester'" :model-value="f.trimester ? String(f.trimester) : ''" label="Trimester; not known counts as the strictest"
          :options="[{ value: '1', text: 'first' }, { value: '2', text: 'second' }, { value: '3', text: 'third' }]"
          @update:model-value="(v) => change(index, { trimester: v ? Number(v) : null })" />
        <label v-if="byId.get(f.factor)?.asks === 'region'" class="small">region; not known counts as all
          <PickOne clearable label="region" placeholder="not known" :options="(options?.regions ?? []).map((r) => ({ value: r, text: r.replaceAll('-', ' ') }))" :model-value="f.region" @update:model-value="change(index, { region: $event })" />
        </label>
        <ChoiceRow v-for="(answers, name) in byId.get(f.factor)?.parameters ?? {}" :key="name" :model-value="f.parameters[name] ?? ''" :label="`${String(name).replaceAll('-', ' ')}; not known counts as the strictest`"
          :options="answers.map((a) => ({ value: a, text: a.replaceAll('-', ' ') }))"
          @update:model-value="(v) => change(index, { parameters: v ? { ...f.parameters, [name]: v } : Object.fromEntries(Object.entries(f.parameters).filter(([k]) => k !== name)) })" />
      </div>
      <FieldNote :text="fields[`factors.${index}`] ?? fields[`factors.${index}.since`]" />
      <p v-if="byId.get(f.factor)?.note" class="small quiet">{{ byId.get(f.factor)?.note }}</p>
    </div>
    <Input v-model:value="search" placeholder="illness, operation, medicine" name="factor" aria-label="Add a factor by name" />
    <p v-if="view.medicine" class="small">Story, medicine: “{{ view.medicine }}”<span v-if="!ofStory.length" class="quiet"> – nothing here is called so: look under its kind if it thins the blood, weakens bone or makes drowsy</span></p>
    <div v-if="ofStory.length" class="found"><button v-for="one in ofStory" :key="one.factor.id" type="button" @click="add(one.factor.id)">+ {{ one.by ? `${one.by}: ` : '' }}{{ one.factor.name }}</button></div>
    <div class="found">
      <button v-for="one in found" :key="one.factor.id" type="button" @click="add(one.factor.id)">+ <template v-if="one.by">{{ one.by }}: </template>{{ one.factor.name }}</button>
    </div>
    <p v-if="text && !found.length" class="small" role="status">Nothing here is called “{{ text }}”. Try another word for it, or keep it: it is then shown beside the sheet, and judged by you alone. <button type="button" class="act plain" @click="note">Keep “{{ text }}” as a note</button></p>
    <label v-if="noted" class="noted small"><span><strong>Noted, judged by no rule:</strong></span> <Input v-model:value="noted" :maxlength="400" name="noted" /></label>
  </section>
</template>

<style scoped>
.noted { display: grid; gap: 0.15rem; border-left: 3px solid var(--ink); padding-left: 0.7rem; }
.factors { display: grid; gap: 0.4rem; }
h2 { font-size: 1.02rem; }
.factor { border-left: 3px solid var(--river); padding-left: 0.7rem; display: grid; gap: 0.2rem; }
.line { display: flex; gap: 0.6rem; align-items: center; justify-content: space-between; flex-wrap: wrap; }
.params { justify-content: start; }
.found { display: flex; flex-wrap: wrap; gap: 0.3rem; }
.found button { border: 1px dashed var(--line-strong); background: none; border-radius: var(--corner); min-height: 44px; padding: 0 0.7rem; font: inherit; font-size: 0.9rem; cursor: pointer; }
.found button:hover { background: var(--river-soft); }
</style>
