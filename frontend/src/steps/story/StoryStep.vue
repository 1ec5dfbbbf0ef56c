<script setup lang="ts">
import { Input } from 'ant-design-vue'
import { computed, onBeforeUnmount, onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { clinic, outcome, type Schemas } from '@/api/client'
import { useOptions } from '@/app/options'
import { offerUndo } from '@/shell/lastAct'
import { useStep } from '@/shell/useStep'
import { useVisit } from '@/shell/useVisit'
import CannotRead from '@/ui/CannotRead.vue'
import CarriedNote from '@/ui/CarriedNote.vue'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import ConflictBox from '@/ui/ConflictBox.vue'
import FieldNote from '@/ui/FieldNote.vue'
import NumberField from '@/ui/NumberField.vue'
import PainStrip from '@/ui/PainStrip.vue'
import ProblemNote from '@/ui/ProblemNote.vue'
import SaveState from '@/ui/SaveState.vue'
import { useDraft } from '@/ui/useDraft'
import WholeLink from '@/course/WholeLink.vue'
import AtHome from './AtHome.vue'
import BodyChart from './BodyChart.vue'
import ConditionPicker from './ConditionPicker.vue'
import type { Marks } from './felt'
import HowItBehaves from './HowItBehaves.vue'
import DayBox from '@/ui/DayBox.vue'

type Story = Schemas['StoryFields']
const { visit, frame, refresh } = useVisit()
const { options } = useOptions()
const router = useRouter()
const path = { visit: visit.value }
const page = ref(useRoute().query.at === 'notes' ? 'behaves' : 'pain')
const carried = ref<string | null>(null)

const told = useStep(visit.value, 'story', () => outcome(clinic.GET('/api/visits/{visit}/story', { params: { path } })))
const draft = useDraft<Story>({
  key: `easepath:story:${visit.value}`,
  read: async () => {
    const found = await told.read()
    if (found.ok) carried.value = found.data.carried_from
    return found.ok ? { ok: true, data: { ...found.data, value: found.data.story } } : found
  },
  save: (revision, story, person) => outcome(clinic.PUT('/api/visits/{visit}/story', { params: { path }, body: { revision, person_revision: person, story: { ...story, since: story.since || null, birth_date: story.birth_date || null } } })),
  saved: () => {
    carried.value = null
    void refresh()
  },
})
onBeforeUnmount(offerUndo(draft))
onMounted(draft.reload)

const story = draft.value
const note = (field: string) => draft.fields.value[field] ?? draft.fields.value[`story.${field}`]
/** minutes the rules read for each answer; a day stands for a day or more */
const SETTLE = [
  { value: '15', text: 'minutes' }, { value: '30', text: 'half an hour' }, { value: '120', text: 'two hours' },
  { value: '480', text: 'longer' }, { value: '1440', text: 'a day' },
]
const settle = computed(() => String(story.value?.settle_minutes ?? ''))
const homeFaults = computed(() => Object.keys(draft.fields.value).some((f) => /minutes$|days_per_week|per_day|birth_date|places|equipment/.test(f) && !/settle|stiff/.test(f)))

async function another(): Promise<void> {
  if (!frame.value) return
  await draft.flush()
  const found = await outcome(clinic.POST('/api/complaints/{complaint}/another', { params: { path: { complaint: frame.value.complaint } } }))
  if (found.ok) await router.push(`/visit/${found.data.visit}/story`)
  else draft.problem.value = found.problem
}

/** a side that somebody chose stays; one that the marks told follows them */
let sideTouched = false

function mark({ areas, kinds }: Marks): void {
  if (!story.value) return
  const before = sideOf(story.value.areas)
  if (!sideTouched && story.value.side === before) story.value.side = sideOf(areas)
  Object.assign(story.value, { areas, kinds })
}

function chooseSide(side: Story['side']): void {
  sideTouched = side !== ''
  story.value!.side = side
}

/** The side that the marks alone would tell. */
function sideOf(areas: readonly string[]): Story['side'] {
  const marked = (['left', 'right'] as const).filter((side) => areas.some((area) => area.endsWith(`:${side}`)))
  return marked.length === 2 ? 'both' : (marked[0] ?? '')
}

function toggleClue(clue: string): void {
  if (!story.value) return
  story.value.clues = story.value.clues.includes(clue) ? story.value.clues.filter((c) => c !== clue) : [...story.value.clues, clue]
}
</script>

<template>
  <section v-if="story" aria-label="Story">
    <div class="head">
      <h1>Story</h1>
      <ChoiceRow v-model="page" keep hide-label label="Part of the story" :options="[{ value: 'pain', text: 'the pain' }, { value: 'behaves', text: 'how it behaves' }, { value: 'home', text: homeFaults ? 'the person, at home: to mend' : 'the person, at home' }]" />
      <SaveState :state="draft.state.value" :at="draft.at.value" />
      <button v-if="frame" class="act plain another" @click="another">another complaint</button>
    </div>
    <CarriedNote :from="carried" :left-open="frame?.last_time?.left_open" />
    <ConflictBox v-if="draft.state.value === 'conflict'" :problem="draft.problem.value" @mine="draft.keepMine" @theirs="draft.takeTheirs" />
    <ProblemNote v-else-if="draft.state.value === 'refused' && !Object.keys(draft.fields.value).length" :problem="draft.problem.value" />

    <AtHome v-if="page === 'home'" :story="story" :note="note" @tell="(values) => Object.assign(story!, values)" />
    <WholeLink v-if="page === 'home' && frame" :frame="frame" />
    <HowItBehaves v-else-if="page === 'behaves'" :story="{ ...story, ticked: story.ticked ?? [] }" :note="note" @tell="(values) => Object.assign(story!, values)" />
    <template v-else>
      <div class="grid">
        <BodyChart :marks="{ areas: story.areas, kinds: story.kinds ?? {} }" :areas="options?.areas ?? []" :note="note('areas') ?? note('kinds')" @mark="mark" />
        <div class="col">
          <label class="label">In the client’s words
            <Input v-model:value="story.words" name="words" :maxlength="300" placeholder="pulled my groin stepping off a truss" />
          </label>
          <ConditionPicker v-model="story.condition" :words="story.words" :areas="story.areas" :clues="story.clues" :ticked="story.ticked ?? []" :conditions="options?.conditions ?? []" :note="note('condition')" @clue="toggleClue" />
          <div class="pair">
            <ChoiceRow :model-value="story.side" label="Side, from the client’s view" :note="note('side')" @update:model-value="chooseSide"
              :options="[{ value: 'left', text: 'left' }, { value: 'right', text: 'right' }, { value: 'both', text: 'both' }]" />
            <label class="label">Since
              <DayBox id="since" label="Since" :model-value="story.since ?? null" :invalid="!!note('since')" @update:model-value="story.since = $event" />
              <FieldNote :text="note('since')" />
            </label>
            <NumberField v-model="story.stiff_minutes" label="Stiff on getting up" unit="min" :note="note('stiff_minutes')" />
          </div>
          <ChoiceRow :model-value="settle" label="How long it takes to settle" :options="SETTLE" :note="note('settle_minutes')"
            @update:model-value="(v) => (story!.settle_minutes = v ? Number(v) : null)" />
          <ChoiceRow v-model="story.wakes" label="Wakes at night" :options="[{ value: 'no', text: 'never' }, { value: 'sometimes', text: 'sometimes' }, { value: 'most-nights', text: 'most nights' }]" />
          <div class="pains">
            <PainStrip v-model="story.pain_now" label="Pain now" :note="note('pain_now')" />
            <PainStrip v-model="story.pain_rest" label="At rest" :note="note('pain_rest')" />
            <PainStrip v-model="story.pain_worst" label="Worst" :note="note('pain_worst')" />
            <PainStrip v-model="story.pain_usual" label="Usual" :note="note('pain_usual')" />
            <PainStrip v-model="story.pain_morning" label="On getting up" :note="note('pain_morning')" />
            <div class="known-box" aria-live="polite">
              <template v-if="frame?.irritability_open.length"><strong>Irritability: not known yet.</strong> <span class="small">Four answers decide it; {{ frame.irritability_open.length === 1 ? 'one is' : `${['', '', 'two', 'three', 'four'][frame.irritability_open.length]} are` }} missing: {{ frame.irritability_open.join(', ') }}. Until then it counts as {{ frame.irritability }}.</span></template>
              <template v-else><strong>Irritability {{ frame?.irritability }}.</strong> <span class="small">{{ frame?.irritability_reasons.join('; ') }}</span></template>
            </div>
          </div>
        </div>
      </div>
    </template>
  </section>
  <CannotRead v-else :problem="draft.problem.value" @again="draft.reload" />
</template>

<style scoped>
.head { display: flex; align-items: center; gap: 1rem; margin-bottom: 0.5rem; flex-wrap: wrap; }
.grid { display: grid; grid-template-columns: 404px minmax(0, 1fr); gap: 1.2rem; }
.another { margin-left: auto; }
.col { display: grid; gap: 0.35rem; align-content: start; min-width: 0; }
.label { display: grid; gap: 0.1rem; font-size: 0.9rem; color: var(--ink-2); }
.pair { display: flex; gap: 0.4rem 1.2rem; flex-wrap: wrap; align-items: start; }
.col :deep(.options button) { padding: 0 0.65rem; }
.pains { display: grid; grid-template-columns: repeat(auto-fit, minmax(min(300px, 100%), 1fr)); gap: 0.2rem 1.2rem; }
@media (max-width: 1000px) { .grid, .pains { grid-template-columns: 1fr; } }
</style>
