<script setup lang="ts">
import { Input } from 'ant-design-vue'
import { computed, onMounted, useTemplateRef } from 'vue'
import { useRoute } from 'vue-router'
import type { Schemas } from '@/api/client'
import { useOptions } from '@/app/options'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import FieldNote from '@/ui/FieldNote.vue'

/** What brings the pain on and eases it, its course over the day, what came before, medicine, and notes for the staff. */
const props = defineProps<{ story: Schemas['StoryFields']; note: (field: string) => string | undefined }>()
const emit = defineEmits<{ tell: [values: Partial<Schemas['StoryFields']>] }>()
const { options } = useOptions()
const asked = (what: Schemas['ToldOut']['asked']) => (options.value?.told ?? []).filter((one) => one.asked === what)
const SETS = [{ asked: 'brings-on', name: 'Brings it on' }, { asked: 'eases', name: 'Eases it' }] as const
const notes = useTemplateRef<{ focus: () => void }>('notes')
const route = useRoute()
onMounted(() => { if (route.query.at === 'notes') notes.value?.focus() })
const day = computed(() => asked('day').find((one) => props.story.ticked.includes(one.id))?.id ?? '')

function toggle(id: string): void {
  const now = props.story.ticked
  emit('tell', { ticked: now.includes(id) ? now.filter((one) => one !== id) : [...now, id] })
}

function setDay(id: string): void {
  const others = props.story.ticked.filter((one) => asked('day').every((word) => word.id !== one))
  emit('tell', { ticked: id ? [...others, id] : others })
}
</script>

<template>
  <div class="behaves">
    <div class="col">
      <fieldset v-for="set in SETS" :key="set.asked" class="set">
        <legend>{{ set.name }}</legend>
        <div class="chips"><button v-for="one in asked(set.asked)" :key="one.id" type="button" :aria-pressed="story.ticked.includes(one.id)" @click="toggle(one.id)">{{ one.name }}</button></div>
      </fieldset>
      <ChoiceRow :model-value="day" label="Over the day" :options="asked('day').map((one) => ({ value: one.id, text: one.name }))" @update:model-value="setDay" />
      <FieldNote :text="note('ticked')" />
    </div>
    <div class="col">
      <label class="label">Before this: earlier times, and what was done about it
        <Input :value="story.before" name="before" :maxlength="300" placeholder="twice: 2019 and 2022, six weeks each; heat and walking helped" @update:value="emit('tell', { before: $event })" />
      </label>
      <label class="label">Medicine
        <Input :value="story.medicine" name="medicine" :maxlength="300" placeholder="ibuprofen at times" @update:value="emit('tell', { medicine: $event })" />
      </label>
      <p class="small quiet">What a medicine changes is entered in Screen: it stands there as a suggestion, for example a blood thinner.</p>
      <label class="label">Notes, in your own words
        <Input.TextArea ref="notes" :value="story.notes" name="notes" :maxlength="1000" :rows="6" placeholder="Sits at the folding bench from 7 to 3. Afraid it is “the disc again”." @update:value="emit('tell', { notes: $event })" />
      </label>
      <p class="small quiet">Notes stay on this side: never on the sheet and never on the phone. Words of danger in them are asked about in Screen.</p>
    </div>
  </div>
</template>

<style scoped>
.behaves { display: grid; grid-template-columns: minmax(0, 1fr) minmax(0, 1fr); gap: 1.5rem; }
.col { display: grid; gap: 0.9rem; align-content: start; }
.label { display: grid; gap: 0.1rem; font-size: 0.9rem; color: var(--ink-2); }
.set { border: 0; margin: 0; padding: 0; }
.set legend { padding: 0 0 0.2rem; font-size: 0.9rem; color: var(--ink-2); }
.chips { display: flex; flex-wrap: wrap; gap: 0.35rem; }
.chips button { min-height: 40px; padding: 0 0.8rem; border: 1px solid var(--line-strong); border-radius: 20px; background: var(--card); font: inherit; cursor: pointer; }
.chips button[aria-pressed='true'] { background: var(--river); border-color: var(--river); color: #fff; font-weight: 600; }
@media (max-width: 1000px) { .behaves { grid-template-columns: 1fr; } }
</style>
