<script setup lang="ts">
import { Input } from 'ant-design-vue'
import { computed, onMounted, ref } from 'vue'
import { clinic, outcome, type Schemas } from '@/api/client'
import { useOptions } from '@/app/options'
import { useVisit } from '@/app/useVisit'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import ConflictBox from '@/ui/ConflictBox.vue'
import FieldNote from '@/ui/FieldNote.vue'
import NumberField from '@/ui/NumberField.vue'
import PainStrip from '@/ui/PainStrip.vue'
import ProblemNote from '@/ui/ProblemNote.vue'
import SaveState from '@/ui/SaveState.vue'
import { useDraft } from '@/ui/useDraft'
import ConditionPicker from './ConditionPicker.vue'

type Story = Schemas['StoryFields']
const { visit, frame, refresh } = useVisit()
const { options } = useOptions()
const path = { visit: visit.value }

const draft = useDraft<Story>({
  key: `easepath:story:${visit.value}`,
  read: async () => {
    const found = await outcome(clinic.GET('/api/visits/{visit}/story', { params: { path } }))
    return found.ok ? { ok: true, data: { revision: found.data.revision, value: found.data.story } } : found
  },
  save: (revision, story) => outcome(clinic.PUT('/api/visits/{visit}/story', { params: { path }, body: { revision, story: { ...story, since: story.since || null, birth_date: story.birth_date || null } } })),
  saved: refresh,
})
onMounted(draft.reload)

const story = draft.value
const note = (field: string) => draft.fields.value[field] ?? draft.fields.value[`story.${field}`]
const SETTLE = [
  { value: '15', text: 'minutes' }, { value: '30', text: 'half an hour' }, { value: '120', text: 'two hours' },
  { value: '480', text: 'longer' }, { value: '1440', text: 'a day or more' },
]
const settle = computed(() => String(story.value?.settle_minutes ?? ''))
const allThings = ref(false)
const things = computed(() => (options.value?.equipment ?? []).filter((item) => allThings.value || story.value?.equipment?.includes(item.id)))
const PLACES = ['floor', 'bed', 'chair', 'desk', 'wall', 'stand']

function toggle(list: 'places' | 'equipment', item: string): void {
  if (!story.value) return
  const now = story.value[list] ?? []
  story.value[list] = now.includes(item) ? now.filter((one) => one !== item) : [...now, item]
}
</script>

<template>
  <section v-if="story" aria-label="Story">
    <div class="head">
      <h1>Story</h1>
      <SaveState :state="draft.state.value" :at="draft.at.value" />
    </div>
    <ConflictBox v-if="draft.state.value === 'conflict'" :problem="draft.problem.value" @mine="draft.keepMine" @theirs="draft.takeTheirs" />
    <ProblemNote v-else-if="draft.state.value === 'refused' && !Object.keys(draft.fields.value).length" :problem="draft.problem.value" />

    <div class="grid">
      <div class="col">
        <label class="label">In the client’s words
          <Input v-model:value="story.words" name="words" :maxlength="300" placeholder="pulled my groin stepping off a truss" />
        </label>
        <ConditionPicker v-model="story.condition" :words="story.words ?? ''" :conditions="options?.conditions ?? []" :note="note('condition')" />
        <div class="pair">
          <ChoiceRow v-model="(story.side as string)" label="Side, from the client’s view" :note="note('side')"
            :options="[{ value: 'left', text: 'left' }, { value: 'right', text: 'right' }, { value: 'both', text: 'both' }]" />
          <label class="label">Since
            <Input :value="story.since ?? ''" type="date" name="since" :aria-invalid="!!note('since')" @change="(e: Event) => (story!.since = (e.target as HTMLInputElement).value || null)" />
            <FieldNote :text="note('since')" />
          </label>
        </div>
        <label class="label">What they must get back to
          <Input v-model:value="story.goal_activity" name="goal" :maxlength="200" placeholder="climb the truss again" />
        </label>
        <div class="pair">
          <ChoiceRow :model-value="settle" label="How long it takes to settle" :options="SETTLE" :note="note('settle_minutes')"
            @update:model-value="(v) => (story!.settle_minutes = v ? Number(v) : null)" />
        </div>
        <div class="pair">
          <ChoiceRow v-model="(story.wakes as string)" label="Wakes at night" :options="[{ value: 'no', text: 'never' }, { value: 'sometimes', text: 'sometimes' }, { value: 'most-nights', text: 'most nights' }]" />
          <NumberField v-model="story.stiff_minutes" label="Stiff in the morning" unit="min" :note="note('stiff_minutes')" />
        </div>
        <div class="known-box">
          <strong>Irritability {{ frame?.irritability }}.</strong>
          {{ " " }}<span class="small">{{ frame?.irritability_reasons.join('; ') }}</span>
        </div>
      </div>

      <div class="col">
        <PainStrip v-model="story.pain_now" label="Pain now" :note="note('pain_now')" />
        <PainStrip v-model="story.pain_rest" label="At rest" :note="note('pain_rest')" />
        <PainStrip v-model="story.pain_worst" label="Worst" :note="note('pain_worst')" />
        <PainStrip v-model="story.pain_usual" label="Usual" :note="note('pain_usual')" />
        <fieldset class="set">
          <legend>Places at home</legend>
          <div class="chips">
            <button v-for="place in PLACES" :key="place" type="button" :aria-pressed="story.places?.includes(place)" @click="toggle('places', place)">{{ place === 'stand' ? 'room to stand' : place }}</button>
          </div>
        </fieldset>
        <div class="pair numbers">
          <NumberField v-model="story.minutes" label="Minutes" unit="min" :note="note('minutes')" />
          <NumberField v-model="story.days_per_week" label="Days a week" :note="note('days_per_week')" />
          <label class="label">Born on
            <Input :value="story.birth_date ?? ''" type="date" name="birth_date" @change="(e: Event) => (story!.birth_date = (e.target as HTMLInputElement).value || null)" />
            <FieldNote :text="note('birth_date')" />
          </label>
        </div>
        <fieldset class="set">
          <legend>Things at home</legend>
          <div class="chips small-chips">
            <button v-for="item in things" :key="item.id" type="button" :aria-pressed="story.equipment?.includes(item.id)" @click="toggle('equipment', item.id)">{{ item.name.toLowerCase() }}</button>
            <button type="button" class="more" :aria-expanded="allThings" @click="allThings = !allThings">{{ allThings ? 'fewer' : 'more things' }}</button>
          </div>
        </fieldset>
      </div>
    </div>
  </section>
  <ProblemNote v-else :problem="draft.problem.value" />
</template>

<style scoped>
.head { display: flex; align-items: baseline; gap: 1rem; margin-bottom: 0.7rem; }
.grid { display: grid; grid-template-columns: minmax(0, 1fr) minmax(0, 1fr); gap: 1.5rem; }
.col { display: grid; gap: 0.65rem; align-content: start; }
.label { display: grid; gap: 0.1rem; font-size: 0.9rem; color: var(--ink-2); }
.pair { display: flex; gap: 1.2rem; flex-wrap: wrap; align-items: start; }
.numbers { gap: 0.8rem; }
.set { border: 0; margin: 0; padding: 0; }
.set legend { padding: 0; font-size: 0.9rem; color: var(--ink-2); }
.chips { display: flex; flex-wrap: wrap; gap: 0.3rem; }
.chips button { min-height: 44px; padding: 0 0.7rem; border: 1px solid var(--line-strong); border-radius: var(--corner); background: var(--card); font: inherit; cursor: pointer; }
.chips button[aria-pressed='true'] { background: var(--river-soft); border-color: var(--river); color: var(--river); font-weight: 600; }
.more { border-style: dashed !important; }
.small-chips button { font-size: 0.86rem; padding: 0 0.5rem; min-height: 44px; }
@media (max-width: 1100px) { .grid { grid-template-columns: 1fr; } }
</style>
