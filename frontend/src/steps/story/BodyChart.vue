<script setup lang="ts">
import { computed, nextTick, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { HIT, nearest, onRight, OUTLINE, SPOTS, type Placed } from './body'

/** Where it hurts, marked on a front and a back; left and right are the client's own. One stop of the Tab key, arrows walk. */
const props = defineProps<{ modelValue: string[]; areas: Schemas['AreaOut'][]; note?: string }>()
const emit = defineEmits<{ 'update:modelValue': [value: string[]] }>()
const VIEWS = ['front', 'back'] as const
const SIDES = ['left', 'right'] as const
const APART = 160
const zoomed = ref(false)
/** the place that the Tab key comes to, and the one whose name is shown */
const active = ref('')
const pointed = ref('')
const byId = computed(() => new Map(props.areas.map((a) => [a.id, a])))
const nameOf = (key: string): string => {
  const [area = '', side = ''] = key.split(':')
  return `${side} ${byId.value.get(area)?.name ?? area}`
}
const places = computed(() => VIEWS.map((view) => ({
  view,
  spots: props.areas.filter((a) => a.view === view && SPOTS[a.id]).flatMap((a) => SIDES.map((side) => ({ key: `${a.id}:${side}`, name: `${side} ${a.name}`, spot: SPOTS[a.id]!, right: onRight(view, side) }))),
})))
const placed = computed<Placed[]>(() => places.value.flatMap(({ view, spots }) => spots.map(({ key, spot, right }) => ({ key, x: (right ? spot.x : -spot.x) + (view === 'back' ? APART : 0), y: spot.y }))))
const stop = computed(() => active.value || props.modelValue[0] || placed.value[0]?.key)
const outside = computed(() => props.modelValue.filter((key) => !(byId.value.get(key.split(':')[0] ?? '')?.known ?? true)))
const shown = computed(() => pointed.value || active.value)

function toggle(key: string): void {
  active.value = key
  emit('update:modelValue', props.modelValue.includes(key) ? props.modelValue.filter((k) => k !== key) : [...props.modelValue, key])
}

async function onKey(event: KeyboardEvent, key: string): Promise<void> {
  if (event.key === ' ' || event.key === 'Enter') {
    event.preventDefault()
    return toggle(key)
  }
  const next = nearest(placed.value, key, event.key)
  if (next === undefined) return
  event.preventDefault()
  const chart = (event.currentTarget as Element).closest('.views')
  active.value = next
  await nextTick()
  chart?.querySelector<SVGElement>(`[data-place="${next}"]`)?.focus()
}
</script>

<template>
  <fieldset class="chart">
    <legend>Where it hurts</legend>
    <div class="views" :class="{ zoomed }" tabindex="-1">
      <svg v-for="one in places" :key="one.view" viewBox="-72 0 144 312" role="group" :aria-label="`${one.view} of the body`">
        <text x="-66" y="12">{{ one.view === 'front' ? 'right' : 'left' }}</text>
        <text x="66" y="12" text-anchor="end">{{ one.view === 'front' ? 'left' : 'right' }}</text>
        <g class="figure">
          <path :d="OUTLINE" /><path :d="OUTLINE" transform="scale(-1 1)" />
          <ellipse cx="0" cy="21" rx="12.5" ry="16" />
          <path v-if="one.view === 'back'" d="M0 46 V140" class="spine" />
          <path v-else d="M-9 58 H9 M-2 118 H2" class="spine" />
        </g>
        <g v-for="place in one.spots" :key="place.key" :transform="place.right ? undefined : 'scale(-1 1)'" class="place" :class="{ on: modelValue.includes(place.key) }" role="checkbox" :data-place="place.key" :tabindex="place.key === stop ? 0 : -1" :aria-checked="modelValue.includes(place.key)" :aria-label="place.name" @click="toggle(place.key)" @keydown="onKey($event, place.key)" @focus="active = place.key" @mouseenter="pointed = place.key" @mouseleave="pointed = ''">
          <ellipse class="hit" :cx="place.spot.x" :cy="place.spot.y" :rx="Math.max(HIT, place.spot.rx)" :ry="Math.max(HIT, place.spot.ry)" />
          <ellipse class="seen" :cx="place.spot.x" :cy="place.spot.y" :rx="place.spot.rx" :ry="place.spot.ry" />
        </g>
        <text x="0" y="310" text-anchor="middle" class="view">{{ one.view }}</text>
      </svg>
    </div>
    <p class="foot small"><span class="name" aria-hidden="true">{{ shown ? nameOf(shown) : 'touch a place; arrows walk, Space marks' }}</span>
      <button type="button" class="act plain" :aria-pressed="zoomed" @click="zoomed = !zoomed">{{ zoomed ? 'smaller' : 'larger' }}</button></p>
    <p v-if="modelValue.length" class="small chosen" aria-live="polite"><button v-for="key in modelValue" :key="key" type="button" :aria-label="`take out ${nameOf(key)}`" @click="toggle(key)">{{ nameOf(key) }} <span aria-hidden="true">×</span></button></p>
    <p v-if="outside.length" class="small outside" role="status"><strong>{{ outside.map(nameOf).join(', ') }}: outside of what Ease Path has drills for.</strong> The mark is kept. Examine it as you usually do, or send it on to whoever treats it; the screen asks about what lies behind a pain that spreads.</p>
    <p v-if="note" class="clay small" role="alert"><strong>{{ note }}</strong></p>
  </fieldset>
</template>

<style scoped>
.chart { border: 0; margin: 0; padding: 0; min-width: 0; }
legend { padding: 0; font-size: 0.9rem; color: var(--ink-2); }
.views { display: grid; grid-template-columns: 1fr 1fr; gap: 0.3rem; background: var(--card); border: 1px solid var(--line); border-radius: var(--corner); padding: 0.3rem; height: 444px; overflow: auto; }
svg { width: 100%; height: 430px; }
.zoomed { grid-template-columns: 360px 360px; }
.zoomed svg { height: 780px; }
.figure path, .figure ellipse { fill: var(--paper-deep); stroke: var(--ink); stroke-width: 1.1; }
.figure path { stroke-linejoin: round; }
.figure .spine { fill: none; stroke: var(--ink-2); stroke-width: 0.7; stroke-dasharray: 2 3; }
text { font-size: 9px; fill: var(--ink-2); }
.view { font-size: 8px; }
.place { cursor: pointer; outline: none; }
.hit { fill: transparent; }
.seen { fill: transparent; stroke: var(--line-strong); stroke-width: 0.7; stroke-dasharray: 2 2; }
.place:hover .seen { fill: var(--river-soft); }
.place.on .seen { fill: var(--river); fill-opacity: 0.75; stroke: var(--river); stroke-dasharray: none; }
.place:focus-visible .seen { stroke: var(--ink); stroke-width: 2.2; stroke-dasharray: none; }
.foot { display: flex; justify-content: space-between; align-items: center; gap: 0.5rem; }
.foot .act { min-height: 32px; }
.name { color: var(--ink-2); }
.chosen button { border: 1px solid var(--river); background: var(--river-soft); border-radius: var(--corner); font: inherit; min-height: 32px; margin: 0 0.3rem 0.2rem 0; padding: 0 0.5rem; cursor: pointer; }
.outside { border-left: 3px solid var(--ink); padding-left: 0.6rem; }
</style>
