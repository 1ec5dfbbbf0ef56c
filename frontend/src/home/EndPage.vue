<script setup lang="ts">
import { computed, ref } from 'vue'
import type { HomeSchemas } from '@/api/client'
import DrillPicture from '@/ui/DrillPicture.vue'
import CallButton from './CallButton.vue'
import ChipRow from './ChipRow.vue'
import HowWasIt from './HowWasIt.vue'
import MarkCheck from './MarkCheck.vue'
import PainCells from './PainCells.vue'
import type { Report, UseRunReturn } from './useRun'
import { keepUnusual, unusualDays, unusualOn, type Unusual } from './unusualDay'
import { say } from './words'

export interface Ended {
  worst: number | null
  after: number
  note: string
  moved: '' | 'none' | 'up' | 'down'
  /** by drill what was checked of its landmark */
  marks: Record<string, number>
}

/** Right after the last drill, on one page: what was told of each, the worst pain, the pain now, a word if one likes. */
const props = defineProps<{ run: UseRunReturn; sheet: HomeSchemas['HomeSheet'] }>()
const emit = defineEmits<{ told: [index: number, how: Report['said']]; beside: [index: number, much: string]; open: [index: number]; done: [ended: Ended] }>()
const state = computed(() => props.run.state.value!)
const worst = ref<number | null>(null)
const after = ref<number | null>(null)
const note = ref('')
const moved = ref<Ended['moved']>('')
const unusual = ref(unusualOn(state.value.date))
const limit = computed(() => props.sheet.pain_limit)

const rows = computed(() => props.sheet.drills.flatMap((drill, index) => {
  const off = drill.rest || drill.paused || state.value.today.off.includes(drill.drill)
  return off ? [] : [{ drill, index, said: saidOf(drill.drill, index) }]
}))
const played = computed(() => rows.value.filter(({ drill }) => !drill.beside))
const beside = computed(() => rows.value.filter(({ drill }) => drill.beside))
const asked = computed(() => (state.value.asks === null ? undefined : props.sheet.drills[state.value.asks]))
const doneCount = computed(() => rows.value.filter(({ said }) => said !== 'out').length)
const minutes = computed(() => Math.max(1, Math.round(Object.values(state.value.spent).reduce((sum, one) => sum + one, 0) / 60)))
const MUCH = computed(() => [{ value: 'all', text: say.bit.all }, { value: 'half', text: say.bit.half }, { value: 'none', text: say.bit.notToday }])
const MOVED = computed(() => (['none', 'down', 'up'] as const).map((value) => ({ value, text: say.bit.movedWords[value]! })))
const marks = ref<Record<string, number>>({})
const marked = computed(() => played.value.filter(({ drill, said }) => drill.mark && said !== 'out'))
const much = ref<Record<string, string>>({})

function saidOf(drill: string, index: number): string {
  const report = state.value.reports[drill]
  if (report) return report.said
  return state.value.leftOut.includes(drill) || !props.run.share(index) ? 'out' : 'none'
}

function tellUnusual(day: Unusual | ''): void {
  unusual.value = day || 'none'
  keepUnusual(state.value.date, unusual.value)
}

function tellBeside(drill: string, index: number, how: string): void {
  much.value = { ...much.value, [drill]: how }
  emit('beside', index, how)
}
</script>

<template>
  <section class="end">
    <h1>{{ say.end.done(sheet.first_name) }}</h1>
    <p>{{ say.end.summary(minutes, doneCount, rows.length) }}</p>
    <HowWasIt v-if="asked" :title="asked.title" @told="(how) => emit('told', state.asks!, how)" />
    <div class="rows">
      <button v-for="row in played" :key="row.drill.drill" type="button" :disabled="row.said === 'out'" @click="emit('open', row.index)">
        <DrillPicture :picture="row.drill.picture" :side="row.drill.sides[0]?.side ?? 'both'" :place="row.drill.place" size="small" alt="" eager />
        <span><strong>{{ row.drill.title }}</strong><br /><span :class="row.said === 'none' ? 'clay' : 'quiet'">{{ say.how.said[row.said] }}</span></span>
      </button>
    </div>
    <p class="small quiet">{{ say.end.pick }}</p>
    <template v-if="beside.length">
      <h2>{{ say.end.beside }}</h2>
      <ChipRow v-for="row in beside" :key="row.drill.drill" :label="`${row.drill.title}. ${say.bit.much}`" :options="MUCH" :model-value="much[row.drill.drill] ?? ''" @update:model-value="tellBeside(row.drill.drill, row.index, $event)" />
    </template>
    <PainCells v-model="worst" :label="say.end.worst" />
    <p v-if="worst !== null && limit !== null && worst > limit && worst < 8" class="known-box">{{ say.end.over(worst, limit) }}</p>
    <div v-if="worst !== null && worst >= 8" class="stop-box"><p><strong>{{ say.end.high }}</strong></p><CallButton :phone="sheet.clinic.phone" /></div>
    <PainCells v-model="after" :label="say.end.now" />
    <ChipRow v-if="sheet.asks_moved" v-model="moved" :label="say.end.moved" :options="MOVED" />
    <details v-if="marked.length" class="day">
      <summary>{{ say.marks.title }}</summary>
      <MarkCheck v-for="row in marked" :key="row.drill.drill" :drill="row.drill" :model-value="marks[row.drill.drill] ?? null" @update:model-value="marks = { ...marks, [row.drill.drill]: $event }" />
    </details>
    <details class="day">
      <summary>{{ unusual === 'none' ? say.end.unusual : say.end.wasUnusual(say.morning.days[unusual] ?? '') }}</summary>
      <ChipRow :label="say.end.unusual" hide-label keep :options="unusualDays()" :model-value="unusual" @update:model-value="tellUnusual" />
    </details>
    <label class="word"><span class="visually-hidden">{{ say.end.word }}</span><input v-model="note" maxlength="400" :placeholder="say.end.word" /></label>
    <button type="button" class="act next big" :disabled="after === null" @click="emit('done', { worst, after: after!, note: note.trim(), moved, marks })">{{ say.end.tell }}</button>
  </section>
</template>

<style scoped>
.end { display: grid; gap: 0.9rem; }
h1 { font-size: 1.9rem; }
.rows { display: grid; grid-template-columns: 1fr 1fr; gap: 0.6rem; background: var(--card); border: 1px solid var(--line); border-radius: 10px; padding: 0.7rem; }
.rows button { display: grid; grid-template-columns: 60px 1fr; gap: 0.5rem; align-items: center; text-align: left; border: 0; background: none; padding: 0; min-height: 56px; font: inherit; font-size: 0.95rem; line-height: 1.2; color: inherit; cursor: pointer; }
.rows button:disabled { cursor: default; }
.rows :deep(img) { border: 1px solid var(--line); border-radius: 5px; }
.big { min-height: 60px; font-size: 1.15rem; border-radius: 8px; }
summary { min-height: 44px; display: flex; align-items: center; color: var(--river); text-decoration: underline; cursor: pointer; }
input { font: inherit; width: 100%; min-height: 52px; padding: 0 0.7rem; border: 1px solid var(--line-strong); border-radius: 8px; background: var(--card); color: var(--ink); }
</style>
