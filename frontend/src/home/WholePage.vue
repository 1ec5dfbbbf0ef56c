<script setup lang="ts">
import { computed, reactive, watch } from 'vue'
import type { HomeSchemas } from '@/api/client'
import PainCells from './PainCells.vue'
import { say } from './words'

/** Every few weeks: how well the client's own activities go, the usual pain, and how it is against the beginning. What is not touched is not said. */
type Told = Pick<HomeSchemas['OutcomeIn'], 'activities' | 'pain' | 'change'>
const props = defineProps<{ wants: HomeSchemas['WantsOut']; /** where what was touched is kept on this phone */ store: string }>()
const emit = defineEmits<{ told: [told: Told]; later: [] }>()
const kept = JSON.parse(localStorage.getItem(props.store) ?? '{}') as Record<string, number>
const own = reactive<Record<string, number>>(kept)
watch(own, () => localStorage.setItem(props.store, JSON.stringify(own)))
const scale = (id: string) => props.wants.scales.find((one) => one.id === id)
const [activity, pain, change] = [scale('activities'), scale('pain'), scale('change')]
const asked = computed(() => [
  ...(activity ? props.wants.activities.map((name) => ({ key: `own ${name}`, title: name, scale: activity })) : []),
  ...(pain ? [{ key: 'pain', title: pain.ask, scale: pain }] : []),
])
const any = computed(() => Object.keys(own).length > 0)

function tell(): void {
  emit('told', {
    activities: props.wants.activities.map((name) => ({ name, score: own[`own ${name}`] ?? null })),
    pain: own.pain ?? null, change: own.change ?? null,
  })
  localStorage.removeItem(props.store)
}
</script>

<template>
  <section class="whole">
    <h1>{{ say.whole.title }}</h1>
    <p class="quiet">{{ say.whole.why }}</p>
    <p v-if="activity" class="ask">{{ activity.ask }}</p>
    <PainCells v-for="one in asked" :key="one.key" :label="one.title" :ends="[one.scale.low_words, one.scale.high_words]" :model-value="own[one.key] ?? null" @update:model-value="own[one.key] = $event" />
    <fieldset v-if="change" class="words">
      <legend>{{ change.ask }}</legend>
      <button v-for="(word, n) in change.words" :key="word" type="button" :aria-pressed="own.change === change.low + n" @click="own.change = change.low + n">{{ word }}</button>
    </fieldset>
    <button type="button" class="act next big" :disabled="!any" @click="tell">{{ say.whole.tell }}</button>
    <button type="button" class="link" @click="emit('later')">{{ say.whole.later }}</button>
  </section>
</template>

<style scoped>
.whole { display: grid; gap: 1.1rem; }
.ask { font-weight: 600; }
.words { border: 0; margin: 0; padding: 0; min-width: 0; display: grid; gap: 0.4rem; }
legend { font-family: var(--serif); font-weight: 600; font-size: 1.2rem; padding: 0 0 0.4rem; }
.words button { min-height: 48px; border: 1.5px solid var(--line-strong); border-radius: 8px; background: var(--card); color: inherit; font: inherit; text-align: left; padding: 0.3rem 0.9rem; cursor: pointer; }
.words button[aria-pressed='true'] { background: var(--river); border-color: var(--river); color: #fff; font-weight: 600; }
.big { min-height: 60px; font-size: 1.15rem; border-radius: 8px; }
.link { border: 0; background: none; font: inherit; color: var(--river); text-decoration: underline; min-height: 44px; cursor: pointer; }
</style>
