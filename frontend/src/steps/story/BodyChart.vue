<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { onRight, OUTLINE, SPOTS } from './body'

/** Where it hurts, marked on a front and a back; left and right are the client's own. */
const props = defineProps<{ modelValue: string[]; areas: Schemas['AreaOut'][]; note?: string }>()
const emit = defineEmits<{ 'update:modelValue': [value: string[]] }>()
const VIEWS = ['front', 'back'] as const
const SIDES = ['left', 'right'] as const
const byId = computed(() => new Map(props.areas.map((a) => [a.id, a.name])))
const places = computed(() => VIEWS.map((view) => ({
  view,
  spots: props.areas.filter((a) => a.view === view && SPOTS[a.id]).flatMap((a) => SIDES.map((side) => ({ key: `${a.id}:${side}`, name: `${side} ${a.name}`, spot: SPOTS[a.id]!, right: onRight(view, side) }))),
})))
const chosen = computed(() => props.modelValue.map((key) => {
  const [area = '', side = ''] = key.split(':')
  return { key, words: `${side} ${byId.value.get(area) ?? area}` }
}))

function toggle(key: string): void {
  emit('update:modelValue', props.modelValue.includes(key) ? props.modelValue.filter((k) => k !== key) : [...props.modelValue, key])
}

function onKey(event: KeyboardEvent, key: string): void {
  if (event.key !== ' ' && event.key !== 'Enter') return
  event.preventDefault()
  toggle(key)
}
</script>

<template>
  <fieldset class="chart">
    <legend>Where it hurts</legend>
    <div class="views">
      <svg v-for="one in places" :key="one.view" viewBox="-72 0 144 312" role="group" :aria-label="`${one.view} of the body`">
        <text x="-66" y="12">{{ one.view === 'front' ? 'right' : 'left' }}</text>
        <text x="66" y="12" text-anchor="end">{{ one.view === 'front' ? 'left' : 'right' }}</text>
        <g class="figure">
          <path :d="OUTLINE" /><path :d="OUTLINE" transform="scale(-1 1)" />
          <ellipse cx="0" cy="21" rx="12.5" ry="16" />
          <path v-if="one.view === 'back'" d="M0 46 V140" class="spine" />
          <path v-else d="M-9 58 H9 M-2 118 H2" class="spine" />
        </g>
        <g v-for="place in one.spots" :key="place.key" :transform="place.right ? undefined : 'scale(-1 1)'" class="place" :class="{ on: modelValue.includes(place.key) }" role="checkbox" tabindex="0" :aria-checked="modelValue.includes(place.key)" :aria-label="place.name" @click="toggle(place.key)" @keydown="onKey($event, place.key)">
          <title>{{ place.name }}</title>
          <ellipse :cx="place.spot.x" :cy="place.spot.y" :rx="place.spot.rx" :ry="place.spot.ry" />
        </g>
        <text x="0" y="310" text-anchor="middle" class="view">{{ one.view }}</text>
      </svg>
    </div>
    <p class="small" aria-live="polite">
      <template v-if="chosen.length"><button v-for="one in chosen" :key="one.key" type="button" :aria-label="`take out ${one.words}`" @click="toggle(one.key)">{{ one.words }}</button></template>
      <span v-else class="quiet">touch a place, or step through them with Tab and mark with Space</span>
    </p>
    <p v-if="note" class="clay small" role="alert"><strong>{{ note }}</strong></p>
  </fieldset>
</template>

<style scoped>
.chart { border: 0; margin: 0; padding: 0; min-width: 0; }
legend { padding: 0; font-size: 0.9rem; color: var(--ink-2); }
.views { display: grid; grid-template-columns: 1fr 1fr; gap: 0.3rem; background: var(--card); border: 1px solid var(--line); border-radius: var(--corner); padding: 0.3rem; }
svg { width: 100%; max-height: 318px; }
.figure path, .figure ellipse { fill: var(--paper-deep); stroke: var(--ink); stroke-width: 1.1; }
.figure path { stroke-linejoin: round; }
.figure .spine { fill: none; stroke: var(--ink-2); stroke-width: 0.7; stroke-dasharray: 2 3; }
text { font-size: 10px; fill: var(--ink-2); }
.view { font-size: 9px; }
.place { cursor: pointer; outline: none; }
.place ellipse { fill: transparent; stroke: var(--line-strong); stroke-width: 0.7; stroke-dasharray: 2 2; }
.place:hover ellipse { fill: var(--river-soft); }
.place.on ellipse { fill: var(--river); fill-opacity: 0.75; stroke: var(--river); stroke-dasharray: none; }
.place:focus-visible ellipse { stroke: var(--ink); stroke-width: 2.2; stroke-dasharray: none; }
p button { border: 1px solid var(--river); background: var(--river-soft); border-radius: var(--corner); font: inherit; min-height: 32px; margin: 0.2rem 0.3rem 0 0; padding: 0 0.5rem; cursor: pointer; }
</style>
