<script setup lang="ts">
import { Input } from 'ant-design-vue'
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { useOptions } from '@/app/options'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import FieldNote from '@/ui/FieldNote.vue'
import NumberField from '@/ui/NumberField.vue'
import BreathTap from './BreathTap.vue'
import DayBox from '@/ui/DayBox.vue'

/** The person and what they really have: time, places, things, and how the session is done. */
const props = defineProps<{ story: Schemas['StoryFields']; note: (field: string) => string | undefined }>()
const emit = defineEmits<{ tell: [values: Partial<Schemas['StoryFields']>] }>()
const { options } = useOptions()
const allThings = ref(false)
/** the story as it is read; writing a field tells it, and whoever holds the story writes it */
const story = new Proxy({} as Schemas['StoryFields'], {
  get: (_, field: keyof Schemas['StoryFields']) => props.story[field],
  set: (_, field: string, value) => { emit('tell', { [field]: value }); return true },
})
const things = computed(() => (options.value?.equipment ?? []).filter((item) => allThings.value || story.equipment.includes(item.id)))
const PLACES = ['floor', 'bed', 'chair', 'desk', 'wall', 'stand']
type List = 'places' | 'equipment' | 'elsewhere_places' | 'elsewhere_equipment'

function toggle(list: List, item: string): void {
  const now = story[list]
  story[list] = now.includes(item) ? now.filter((one) => one !== item) : [...now, item]
}
</script>

<template>
  <div class="home">
    <div class="col">
      <label class="label">What they must get back to
        <Input v-model:value="story.goal_activity" name="goal" :maxlength="200" placeholder="climb the truss again" />
      </label>
      <div class="pair">
        <NumberField v-model="story.minutes" label="Minutes" unit="min" :note="note('minutes')" />
        <NumberField v-model="story.days_per_week" label="Days a week" :note="note('days_per_week')" />
        <NumberField v-model="story.per_day" label="Times a day" :note="note('per_day')" />
        <label class="label">Born on
          <DayBox id="birth_date" label="Born on" :model-value="story.birth_date ?? null" @update:model-value="story.birth_date = $event" />
          <FieldNote :text="note('birth_date')" />
        </label>
      </div>
      <BreathTap v-model="story.breath_s" />
      <ChoiceRow v-model="story.confidence" label="Confidence in moving" :options="[{ value: 'low', text: 'low: four drills at most' }, { value: 'normal', text: 'normal' }]" />
      <ChoiceRow v-model="story.first" keep label="Which side first" :options="[{ value: 'unaffected', text: 'the better side' }, { value: 'affected', text: 'the sore side' }]" />
      <ChoiceRow v-model="story.train" keep label="Which sides" :options="[{ value: 'both', text: 'both' }, { value: 'affected', text: 'the sore side only' }]" />
      <ChoiceRow v-model="story.extra_set" keep label="The sore side" :options="[{ value: 'yes', text: 'one set more' }, { value: 'no', text: 'as many sets' }]" />
      <ChoiceRow v-model="story.phase_order" keep label="Order of a session" :options="[{ value: 'mobility-first', text: 'loosen, then load' }, { value: 'control-first', text: 'load, then loosen' }]" />
    </div>
    <div class="col">
      <p class="small quiet">Minutes, days and places arrive filled with what most people have. Ask, and change what is not so.</p>
      <fieldset class="set">
        <legend>Places at home</legend>
        <div class="chips">
          <button v-for="place in PLACES" :key="place" type="button" :aria-pressed="story.places.includes(place)" @click="toggle('places', place)">{{ place === 'stand' ? 'room to stand' : place }}</button>
        </div>
        <FieldNote :text="note('places')" />
      </fieldset>
      <ChoiceRow v-model="story.floor" label="Down to the floor and up again" :options="[{ value: 'alone', text: 'alone' }, { value: 'chair', text: 'with a chair beside' }, { value: 'no', text: 'not at all' }]" />
      <ChoiceRow v-model="story.sits_square" label="Sits square on an ordinary chair, hips and knees at a right angle" :options="[{ value: 'yes', text: 'yes' }, { value: 'no', text: 'no' }]" />
      <fieldset class="set">
        <legend>Things at home</legend>
        <div class="chips">
          <button v-for="item in things" :key="item.id" type="button" :aria-pressed="story.equipment.includes(item.id)" @click="toggle('equipment', item.id)">{{ item.name.toLowerCase() }}</button>
          <button type="button" class="more" :aria-expanded="allThings" @click="allThings = !allThings">{{ allThings ? 'fewer' : 'more things' }}</button>
        </div>
        <FieldNote :text="note('equipment')" />
      </fieldset>
      <details class="there" :open="story.elsewhere_places.length > 0">
        <summary>Done somewhere else now and then: at work, away, in the kitchen</summary>
        <label class="label">What it is called <Input v-model:value="story.elsewhere_name" :maxlength="30" placeholder="at work" /></label>
        <fieldset class="set">
          <legend>Places there</legend>
          <div class="chips"><button v-for="place in PLACES" :key="place" type="button" :aria-pressed="story.elsewhere_places.includes(place)" @click="toggle('elsewhere_places', place)">{{ place === 'stand' ? 'room to stand' : place }}</button></div>
          <FieldNote :text="note('elsewhere_places')" />
        </fieldset>
        <fieldset class="set">
          <legend>Things there</legend>
          <div class="chips"><button v-for="item in options?.equipment ?? []" :key="item.id" type="button" :aria-pressed="story.elsewhere_equipment.includes(item.id)" @click="toggle('elsewhere_equipment', item.id)">{{ item.name.toLowerCase() }}</button></div>
          <FieldNote :text="note('elsewhere_equipment')" />
        </fieldset>
      </details>
    </div>
  </div>
</template>

<style scoped>
.home { display: grid; grid-template-columns: minmax(0, 1fr) minmax(0, 1fr); gap: 1.5rem; }
.col { display: grid; gap: 0.7rem; align-content: start; }
.label { display: grid; gap: 0.1rem; font-size: 0.9rem; color: var(--ink-2); }
.pair { display: flex; gap: 0.8rem; flex-wrap: wrap; align-items: start; }
.set { border: 0; margin: 0; padding: 0; }
.set legend { padding: 0; font-size: 0.9rem; color: var(--ink-2); }
.chips { display: flex; flex-wrap: wrap; gap: 0.3rem; max-height: 24rem; overflow-y: auto; }
.chips button { min-height: 44px; padding: 0 0.7rem; border: 1px solid var(--line-strong); border-radius: var(--corner); background: var(--card); font: inherit; cursor: pointer; }
.chips button[aria-pressed='true'] { background: var(--river-soft); border-color: var(--river); color: var(--river); font-weight: 600; }
.there { display: grid; gap: 0.5rem; }
.there > summary { cursor: pointer; min-height: 36px; color: var(--river); }
.more { border-style: dashed !important; }
@media (max-width: 1000px) { .home { grid-template-columns: 1fr; } }
</style>
