<script setup lang="ts">
import { computed, ref } from 'vue'
import type { HomeSchemas } from '@/api/client'
import ChipRow from './ChipRow.vue'
import PainLine from './PainLine.vue'
import { daysBetween, later } from './standing'
import { unusualDays, unusualOn, type Unusual } from './unusualDay'
import { dayWords } from './week'
import { say } from './words'

/** One question, one tap. What was told can be changed by another tap; whether the day was unusual may be added. */
const props = defineProps<{ date: string; sheet: HomeSchemas['HomeSheet']; /** as it was told a moment ago */ told: number | null }>()
const emit = defineEmits<{ tell: [pain: number, unusual: Unusual]; leave: [] }>()
const NUMBERS = Array.from({ length: 11 }, (_, n) => n)
const unusual = ref<Unusual>(unusualOn(props.date))
const latest = computed(() => daysBetween(props.date, props.sheet.today) === 1)
const title = computed(() => (latest.value ? say.morning.now : say.morning.past(dayWords(later(props.date, 1), props.sheet.today))))
const before = computed(() => props.sheet.days.filter(({ date, morning }) => date < props.date && morning !== null).at(-1)?.morning ?? null)
const mornings = computed(() => props.sheet.days.map(({ date, morning: pain }) => ({ date, pain })))

function add(day: Unusual | ''): void {
  unusual.value = day || 'none'
  if (props.told !== null) emit('tell', props.told, unusual.value)
}
</script>

<template>
  <section class="morning" :aria-label="title">
    <p class="quiet">{{ dayWords(sheet.today, '2000-01-01') }}</p>
    <h1>{{ title }}</h1>
    <div class="cells">
      <button v-for="n in NUMBERS" :key="n" type="button" :aria-pressed="told === n" :aria-label="say.pain.of(title, n)" @click="emit('tell', n, unusual)"><strong>{{ n }}</strong><span v-if="before === n" class="small">{{ say.morning.yesterday }}</span></button>
    </div>
    <p class="ends quiet" aria-hidden="true"><span>{{ say.morning.none }}</span><span>{{ say.morning.most }}</span></p>
    <p role="status">{{ told === null ? say.morning.once : say.morning.told(told) }}</p>
    <template v-if="told !== null">
      <ChipRow :label="say.morning.unusual" :options="unusualDays()" :model-value="unusual" keep @update:model-value="add" />
      <button type="button" class="act next big" @click="emit('leave')">{{ say.morning.go }}</button>
    </template>
    <PainLine :title="say.course.mornings" :days="mornings" />
    <button v-if="told === null" type="button" class="link" @click="emit('leave')">{{ say.morning.skip }}</button>
  </section>
</template>

<style scoped>
.morning { display: grid; gap: 0.8rem; }
.cells { display: grid; grid-template-columns: repeat(4, 1fr); gap: 10px; }
.cells button { min-height: 62px; border: 1.5px solid var(--line-strong); border-radius: 10px; background: var(--card); color: inherit; font: inherit; font-size: 1.25rem; display: grid; align-content: center; justify-items: center; line-height: 1.1; cursor: pointer; }
.cells button[aria-pressed='true'] { background: var(--river); border-color: var(--river); color: #fff; }
.ends { display: flex; justify-content: space-between; }
.big { min-height: 56px; font-size: 1.15rem; }
.link { border: 0; background: none; font: inherit; color: var(--river); text-decoration: underline; min-height: 44px; cursor: pointer; }
</style>
