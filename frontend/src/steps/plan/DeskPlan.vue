<script setup lang="ts">
import { Input } from 'ant-design-vue'
import { reactive, ref, watch } from 'vue'
import type { Schemas } from '@/api/client'
import FieldNote from '@/ui/FieldNote.vue'
import PickOne from '@/ui/PickOne.vue'
import { sided } from '@/ui/sides'

/** The drills of the sheet over the breaks of a working day. */
const props = defineProps<{ desk: Schemas['DeskPlan']; note?: string; may: boolean }>()
const emit = defineEmits<{ hours: [value: { start: number; end: number; every: number; pieces: number }] }>()
const PIECES = [{ value: '0', text: 'one side of a drill, as the day allows' }, { value: '1', text: 'one drill, both sides' }, { value: '2', text: 'two drills, both sides' }, { value: '20', text: 'the whole set' }]
const clock = (minutes: number) => `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`
const form = reactive({ start: '', end: '', every: '' })
const fault = ref('')
watch(() => [props.desk.start, props.desk.end, props.desk.every], ([start = 0, end = 0, every = 0]) => Object.assign(form, { start: clock(start), end: clock(end), every: String(every) }), { immediate: true })

function minutesOf(text: string): number | null {
  const found = /^([01]?\d|2[0-3])[:.]?([0-5]\d)?$/.exec(text.trim())
  return found ? Number(found[1]) * 60 + Number(found[2] ?? 0) : null
}

function keep(): void {
  const [start, end, every] = [minutesOf(form.start), minutesOf(form.end), Number(form.every)]
  if (start === null || end === null) fault.value = 'write the time as 09:00'
  else if (end <= start) fault.value = 'the end lies after the start, on the same day'
  else if (!Number.isInteger(every) || every < 15 || every > 240) fault.value = 'a break every 15 to 240 minutes'
  else {
    fault.value = ''
    emit('hours', { start, end, every, pieces: props.desk.pieces })
  }
}
</script>

<template>
  <section class="desk" aria-label="Breaks at work">
    <h2>Breaks at work</h2>
    <form v-if="may" @submit.prevent="keep" @change="keep">
      <label class="small quiet">works from <Input v-model:value="form.start" inputmode="numeric" /></label>
      <label class="small quiet">until <Input v-model:value="form.end" inputmode="numeric" /></label>
      <label class="small quiet">a break every <span><Input v-model:value="form.every" inputmode="numeric" /> min</span></label>
      <label class="small quiet">in a break <PickOne label="in a break" :options="PIECES" :model-value="String(desk.pieces)" @update:model-value="emit('hours', { start: desk.start, end: desk.end, every: desk.every, pieces: Number($event || 0) })" /></label>
    </form>
    <FieldNote :text="fault || note" />
    <ol>
      <li v-for="one in desk.breaks" :key="one.at"><strong>{{ one.at }}</strong> {{ one.drills.map(sided).join(', ') }}</li>
    </ol>
    <p v-if="!desk.breaks.length" class="small quiet">Nothing on the sheet can be done at a desk or standing yet.</p>
    <p v-if="desk.left_over.length" class="small"><strong>No break left for:</strong> {{ desk.left_over.join('; ') }}</p>
  </section>
</template>

<style scoped>
.desk { display: grid; gap: 0.4rem; border-top: 2px solid var(--line); padding-top: 0.5rem; margin-top: 0.6rem; }
h2 { font-size: 1.1rem; }
form { display: flex; gap: 0.8rem; }
label { display: grid; }
input { width: 5rem; }
ol { list-style: none; margin: 0; padding: 0; columns: 2; }
@media (max-width: 700px) { ol { columns: 1; } form { flex-wrap: wrap; } }
</style>
