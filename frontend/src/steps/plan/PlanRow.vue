<script setup lang="ts">
import { computed, nextTick, useTemplateRef, watch } from 'vue'
import type { Schemas } from '@/api/client'
import { Input } from 'ant-design-vue'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import DrillPicture from '@/ui/DrillPicture.vue'
import PickOne from '@/ui/PickOne.vue'
import { placeWords } from '@/ui/places'
import { sidesWords } from '@/ui/sides'
import { minutesWords } from '@/ui/tape'
import AtHomeOrder from './AtHomeOrder.vue'
import DoseByHand from './DoseByHand.vue'
import MannerByHand from './MannerByHand.vue'
import type { Row } from './usePlanDraft'

/** One drill of the session: seen with its pictures and why it is there; opened, everything about it is set by hand. */
const props = defineProps<{
  drill: Schemas['PlanDrillOut']
  row: Row | undefined
  standing: Schemas['StandingDrill'] | undefined
  efforts: Schemas['EffortOut'][]
  fields: Record<string, string>
  number: number
  open: boolean
  may: boolean
  last: boolean
}>()
const emit = defineEmits<{
  toggle: []; move: [by: number]; alter: [values: Partial<Row>]; part: [part: string, value: number | number[] | null]; swap: [id: string]; drop: []; join: []; returns: []
}>()
const how = computed(() => `${props.drill.days_per_week >= 7 ? 'every day' : `${props.drill.days_per_week} days a week`}${props.drill.per_day > 1 ? `, ${props.drill.per_day} times a day` : ''}`)
const side = computed(() => props.drill.words[0]?.side ?? props.drill.side)
const name = computed(() => (props.drill.name === props.drill.title ? '' : ` (${props.drill.name})`))

const names = computed(() => (props.row?.names ?? []).join(', '))

function rename(event: Event): void {
  const told = (event.target as HTMLInputElement).value.split(',').map((one) => one.trim().slice(0, 40)).filter(Boolean).slice(0, 8)
  if (told.join() !== (props.row?.names ?? []).join()) emit('alter', { names: told })
}

const line = useTemplateRef<HTMLElement>('line')
watch(() => props.open, async (open) => {
  await nextTick()
  if (open) line.value?.scrollIntoView({ block: 'nearest' })
})

function onKey(event: KeyboardEvent): void {
  const by = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0
  if (!by) return
  event.preventDefault()
  emit('move', by)
}
</script>

<template>
  <li ref="line" :class="{ open, grouped: drill.rounds }" :data-drill="drill.drill">
    <div class="line">
      <button v-if="may" type="button" class="grip" :disabled="number === 1 && last" :aria-label="`Move ${drill.title}: arrow keys up and down`" @keydown="onKey" @click="emit('move', last ? -1 : 1)">
        <svg viewBox="0 0 12 18" width="12" height="18" aria-hidden="true" fill="currentColor"><path d="M2 2h3v3H2zM7 2h3v3H7zM2 8h3v3H2zM7 8h3v3H7zM2 14h3v3H2zM7 14h3v3H7z" /></svg>
      </button>
      <span v-else />
      <span class="number">{{ number }}</span>
      <span class="look">
        <DrillPicture :picture="drill.picture" :side="side" :place="drill.place" pose="start" size="small" :alt="drill.alt" />
        <DrillPicture :picture="drill.picture" :side="side" :place="drill.place" pose="end" size="small" alt="" />
      </span>
      <button type="button" class="name" :aria-expanded="open" @click="emit('toggle')">
        <span><strong>{{ drill.title }}</strong><span class="small quiet">{{ name }}</span></span>
        <span>{{ drill.rest ? 'comes back as a rest, never logged' : sidesWords({ side: drill.side, sides: drill.words }, row?.manner?.first === 'better') }}</span>
        <span class="small quiet why">{{ drill.why }}</span>
        <span v-for="one in drill.changed" :key="one" class="small clay">changed: {{ one }}</span>
        <span v-if="names" class="small">in turn: {{ names }}</span>
        <span v-if="row?.reason" class="small quiet">by hand: {{ row.reason }}</span>
        <span v-for="one in standing?.why ?? []" :key="one" class="small quiet">{{ one }}</span>
      </button>
      <span class="phase small">{{ drill.phase_word }}</span>
      <span class="time small">{{ minutesWords(drill.seconds) }}</span>
    </div>
    <div v-if="open && may" class="panel">
      <DoseByHand v-if="!drill.rest" :drill="drill" :efforts="efforts" :manner="row?.manner" :fields="fields" :at="number - 1" @manner="emit('alter', { manner: $event })" @part="(part, value) => emit('part', part, value)" @tempo="emit('part', 'tempo_s', $event)" @step="emit('alter', { step: $event, method: drill.method, dose: null })" />
      <div class="choices">
        <ChoiceRow v-if="drill.one_sided" keep label="Sides" :options="[{ value: 'left', text: 'left' }, { value: 'right', text: 'right' }, { value: 'both', text: 'both' }]" :model-value="drill.side" @update:model-value="(s) => s && emit('alter', { side: s })" />
        <label v-if="drill.methods.length > 1" class="field"><span class="small quiet">Method</span><PickOne label="Method" :options="drill.methods.map((m) => ({ value: m.id, text: m.name.toLowerCase() }))" :model-value="drill.method" @update:model-value="(m) => m && emit('alter', { method: m, step: null, dose: null })" /></label>
        <label v-if="drill.places.length > 1" class="field"><span class="small quiet">Where</span><PickOne label="Where" :options="drill.places.map((p) => ({ value: p, text: placeWords(p) }))" :model-value="drill.place" @update:model-value="(p) => p && emit('alter', { place: p })" /></label>
        <label v-if="drill.swaps.length && !drill.rest" class="field"><span class="small quiet">Swap for</span><PickOne label="Swap for" :options="drill.swaps.map((s) => ({ value: s.id, text: s.name }))" :model-value="''" @update:model-value="(s) => s && emit('swap', s)" /></label>
        <label v-if="!drill.rest" class="field"><span class="small quiet">Directions by name, in turn</span><Input :value="names" :maxlength="200" placeholder="forward, to the side, across" @change="rename" /></label>
        <span class="small quiet how">{{ placeWords(drill.place) }}, {{ how }}</span>
      </div>
      <MannerByHand v-if="!drill.rest" :drill="drill" :manner="row?.manner" :reason="row?.reason ?? ''" :fields="fields" :at="number - 1" @manner="emit('alter', { manner: $event })" @reason="emit('alter', { reason: $event })" @lift="(manner, reason) => emit('alter', { manner, reason })" />
      <AtHomeOrder v-if="!drill.rest" :drill="drill" :order="row?.order" :standing="standing" @order="emit('alter', { order: $event })" />
      <div class="acts">
        <button v-if="!last && !drill.rest" type="button" class="act" @click="emit('join')">In turn with the next</button>
        <button v-if="!drill.rest" type="button" class="act" @click="emit('returns')">Let it come back as a rest</button>
        <button type="button" class="act" @click="emit('drop')">Take it off</button>
      </div>
    </div>
  </li>
</template>

<style scoped>
li { border-top: 1px solid var(--line); scroll-margin: 20px 0 84px; }
li.grouped { border-left: 4px solid var(--river); padding-left: 0.4rem; }
li.open { background: var(--card); outline: 1.5px solid var(--river); border-radius: var(--corner); }
.line { display: grid; grid-template-columns: 30px 1.2rem 136px minmax(0, 1fr) 4.6rem 5rem; align-items: center; gap: 0.4rem; padding: 0.25rem 0; }
.grip { width: 30px; height: 44px; border: 0; background: none; color: var(--ink-2); cursor: ns-resize; }
.grip:disabled { visibility: hidden; }
.number { color: var(--ink-2); font-weight: 600; }
.look { display: grid; grid-template-columns: 1fr 1fr; gap: 6px; }
.look > * { border: 1px solid var(--line); border-radius: var(--corner); }
.name { display: grid; text-align: left; border: 0; background: none; font: inherit; color: inherit; padding: 0.25rem 0; min-height: 44px; cursor: pointer; line-height: 1.3; }
.why::first-letter { text-transform: uppercase; }
.phase { border: 1px solid var(--line); border-radius: var(--corner); background: var(--card); text-align: center; padding: 0.1rem 0.3rem; }
.time { text-align: right; padding-right: 0.5rem; }
.panel { display: grid; gap: 0.6rem; padding: 0.3rem 0.7rem 0.8rem 3.4rem; }
.choices { display: flex; flex-wrap: wrap; gap: 0.4rem 0.9rem; align-items: end; }
.field { display: grid; gap: 0.05rem; min-width: 9rem; }
.how { align-self: end; padding-bottom: 0.4rem; }
.acts { display: flex; flex-wrap: wrap; gap: 0.4rem; }
.acts .act { min-height: 36px; padding: 0 0.8rem; font-weight: 400; }
@media (max-width: 1100px) { .line { grid-template-columns: 30px 1.2rem 66px minmax(0, 1fr) 4.6rem; } .look { grid-template-columns: 1fr; } .look > :first-child { display: none; } .phase { display: none; } }
@media (max-width: 700px) { .line { grid-template-columns: 30px 1.2rem minmax(0, 1fr); } .look { grid-column: 3; grid-template-columns: 1fr 1fr; max-width: 180px; } .look > :first-child { display: block; } .name, .time { grid-column: 3; text-align: left; } .panel { padding-left: 0.5rem; } }
</style>
