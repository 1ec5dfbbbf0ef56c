<script setup lang="ts">
import { computed, nextTick, ref } from 'vue'
import type { Schemas } from '@/api/client'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import { feltAt, feltWords, KINDS, touched, type Kind, type Marks } from './felt'
import { HIT, nearest, onRight, OUTLINE, SPOTS, type Placed } from './body'

/** What is felt where, marked on a front and a back; left and right are the client's own. One stop of the Tab key, arrows walk. */
const props = defineProps<{ marks: Marks; areas: Schemas['AreaOut'][]; note?: string }>()
const emit = defineEmits<{ mark: [marks: Marks] }>()
/** what the next touch marks */
const kind = ref<Kind>('pain')
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
const stop = computed(() => active.value || props.marks.areas[0] || placed.value[0]?.key)
const outside = computed(() => props.marks.areas.filter((key) => !(byId.value.get(key.split(':')[0] ?? '')?.known ?? true)))
const shown = computed(() => pointed.value || active.value)

function toggle(key: string): void {
  active.value = key
  emit('mark', touched(props.marks, key, kind.value))
}

function takeOut(key: string): void {
  emit('mark', feltAt(props.marks, key).reduce((now, felt) => touched(now, key, felt as Kind), props.marks))
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
    <legend class="visually-hidden">Where it hurts</legend>
    <div class="kinds"><ChoiceRow v-model="kind" keep label="Where it is felt" :options="KINDS.map(({ value, text }) => ({ value, text }))" /></div>
    <div class="views" :class="{ zoomed }" tabindex="-1">
      <svg v-for="one in places" :key="one.view" viewBox="-72 0 144 312" role="group" :aria-label="`${one.view} of the body`">
        <text x="-66" y="12">{{ one.view === 'front' ? 'right' : 'left' }}</text>
        <text x="66" y="12" text-anchor="end">{{ one.view === 'front' ? 'left' : 'right' }}</text>
        <defs><pattern v-for="ink in ['light', 'dark']" :id="`${ink}-dots-${one.view}`" :key="ink" width="5" height="5" patternUnits="userSpaceOnUse"><circle :class="ink" cx="2.5" cy="2.5" r="1.3" /></pattern></defs>
        <g class="figure">
          <path :d="OUTLINE" /><path :d="OUTLINE" transform="scale(-1 1)" />
          <ellipse cx="0" cy="21" rx="12.5" ry="16" />
          <path v-if="one.view === 'back'" d="M0 46 V140" class="spine" />
          <path v-else d="M-9 58 H9 M-2 118 H2" class="spine" />
        </g>
        <g v-for="place in one.spots" :key="place.key" :transform="place.right ? undefined : 'scale(-1 1)'" class="place" :class="feltAt(marks, place.key)" role="checkbox" :data-place="place.key" :tabindex="place.key === stop ? 0 : -1" :aria-checked="marks.areas.includes(place.key)" :aria-label="[place.name, feltWords(marks, place.key)].filter(Boolean).join(': ')" @click="toggle(place.key)" @keydown="onKey($event, place.key)" @focus="active = place.key" @mouseenter="pointed = place.key" @mouseleave="pointed = ''">
          <ellipse class="hit" :cx="place.spot.x" :cy="place.spot.y" :rx="Math.max(HIT, place.spot.rx)" :ry="Math.max(HIT, place.spot.ry)" />
          <ellipse class="seen" :cx="place.spot.x" :cy="place.spot.y" :rx="place.spot.rx" :ry="place.spot.ry" />
          <ellipse v-if="feltAt(marks, place.key).includes('numb')" class="dots" :cx="place.spot.x" :cy="place.spot.y" :rx="place.spot.rx" :ry="place.spot.ry" :fill="`url(#${feltAt(marks, place.key).includes('pain') ? 'light' : 'dark'}-dots-${one.view})`" />
        </g>
        <text x="0" y="310" text-anchor="middle" class="view">{{ one.view }}</text>
      </svg>
    </div>
    <p class="foot small"><span class="name" aria-hidden="true">{{ shown ? nameOf(shown) : 'touch a place; arrows walk, Space marks' }}</span>
      <button type="button" class="act plain" :aria-pressed="zoomed" @click="zoomed = !zoomed">{{ zoomed ? 'smaller' : 'larger' }}</button></p>
    <p v-if="marks.areas.length" class="small chosen" aria-live="polite"><button v-for="key in marks.areas" :key="key" type="button" :aria-label="`take out ${nameOf(key)}`" @click="takeOut(key)">{{ nameOf(key) }}{{ feltWords(marks, key) ? `: ${feltWords(marks, key)}` : '' }} <span aria-hidden="true">×</span></button></p>
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
.place.pain .seen { fill: var(--river); fill-opacity: 0.75; stroke: var(--river); stroke-dasharray: none; }
.place.numb .seen { stroke: var(--river); stroke-dasharray: none; }
.place.stiff .seen { stroke: var(--ink); stroke-width: 2.4; stroke-dasharray: none; }
.dots { pointer-events: none; }
.dark { fill: var(--ink); }
.light { fill: #fff; }
.kinds :deep(.row) { display: flex; align-items: center; justify-content: space-between; flex-wrap: wrap; }
.kinds :deep(legend) { float: left; width: auto; }
.kinds :deep(button) { min-height: 32px; padding: 0 0.6rem; font-size: 0.9rem; }
.kinds { margin-bottom: 0.25rem; }
.place:focus-visible .seen { stroke: var(--ink); stroke-width: 2.2; stroke-dasharray: none; }
.foot { display: flex; justify-content: space-between; align-items: center; gap: 0.5rem; }
.foot .act { min-height: 32px; }
.name { color: var(--ink-2); }
.chosen button { border: 1px solid var(--river); background: var(--river-soft); border-radius: var(--corner); font: inherit; min-height: 32px; margin: 0 0.3rem 0.2rem 0; padding: 0 0.5rem; cursor: pointer; }
.outside { border-left: 3px solid var(--ink); padding-left: 0.6rem; }
</style>
