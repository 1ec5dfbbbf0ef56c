<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { needWords } from '@/app/options'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import MovingPicture from '@/ui/MovingPicture.vue'
import VerdictMark from '@/ui/VerdictMark.vue'
import { sidesWords } from '@/ui/sides'
import { minutesWords } from '@/ui/tape'

/** One drill of the session: moved by hand or keys, opened to change its dose, method, place or side, or to swap it. */
const props = defineProps<{ drill: Schemas['DraftDrillOut']; number: number; open: boolean; may: boolean; first: boolean; last: boolean }>()
const emit = defineEmits<{ toggle: []; move: [by: number]; alter: [values: Record<string, unknown>]; swap: [id: string]; drop: [] }>()
const at = computed(() => props.drill.steps.findIndex((s) => s.step === props.drill.step))
const lighter = computed(() => props.drill.steps[at.value - 1])
const heavier = computed(() => props.drill.steps[at.value + 1])
const PLACES: Record<string, string> = { stand: 'standing' }
const how = computed(() => `${props.drill.days_per_week >= 7 ? 'every day' : `${props.drill.days_per_week} days a week`}${props.drill.per_day > 1 ? `, ${props.drill.per_day} times a day` : ''}`)

function onKey(event: KeyboardEvent): void {
  const by = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0
  if (!by) return
  event.preventDefault()
  emit('move', by)
}
</script>

<template>
  <li :class="{ open }" :data-drill="drill.drill">
    <div class="line">
      <span class="moves">
        <button v-if="may" type="button" class="grip" :disabled="first && last" :aria-label="`Move ${drill.title}: arrow keys up and down`" @keydown="onKey" @click="emit('move', last ? -1 : 1)">
          <svg viewBox="0 0 16 16" width="16" height="16" aria-hidden="true" fill="none" stroke="currentColor" stroke-width="1.6"><path v-if="!first" d="M4 6 L8 2 L12 6" /><path v-if="!last" d="M4 10 L8 14 L12 10" /></svg>
        </button>
      </span>
      <span class="number">{{ number }}</span>
      <button type="button" class="name" :aria-expanded="open" @click="emit('toggle')">
        <strong>{{ drill.title }}</strong>
        <span class="small quiet">{{ drill.phase_word }} · {{ PLACES[drill.place] ?? drill.place }} · {{ how }}</span>
        <span class="small">{{ sidesWords({ side: drill.side, sides: drill.words }) }}</span>
      </button>
      <span class="time small">{{ minutesWords(drill.seconds) }}</span>
      <VerdictMark :verdict="drill.verdict" />
    </div>
    <div v-if="open && may" class="panel">
      <MovingPicture class="film" :picture="drill.picture" :side="drill.words[0]?.side ?? drill.side" :place="drill.place" :alt="drill.alt" />
      <div class="dose" role="group" :aria-label="`Dose of ${drill.title}`">
        <button type="button" class="act" :disabled="!lighter" @click="lighter && emit('alter', { step: lighter.step })">step back<span class="small">{{ lighter?.words ?? 'this is the lightest' }}</span></button>
        <p><strong>{{ drill.steps[at]?.words }}</strong><br /><span class="small quiet">{{ drill.step < 0 ? 'eased below the start' : drill.step === 0 ? 'the start dose' : `step ${drill.step} of ${drill.steps.length - 2}` }}</span></p>
        <button type="button" class="act" :disabled="!heavier" @click="heavier && emit('alter', { step: heavier.step })">step up<span class="small">{{ heavier?.words ?? 'this is the top' }}</span></button>
      </div>
      <ChoiceRow v-if="drill.methods.length > 1" keep label="Method" :options="drill.methods.map((m) => ({ value: m.id, text: m.name.toLowerCase() }))" :model-value="drill.method" @update:model-value="(m) => emit('alter', { method: m, step: null })" />
      <ChoiceRow v-if="drill.places.length > 1" keep label="Where" :options="drill.places.map((p) => ({ value: p, text: PLACES[p] ?? p }))" :model-value="drill.place" @update:model-value="(p) => emit('alter', { place: p })" />
      <ChoiceRow v-if="drill.one_sided" keep label="Sides" :options="[{ value: 'left', text: 'left' }, { value: 'right', text: 'right' }, { value: 'both', text: 'both sides' }]" :model-value="drill.side" @update:model-value="(s) => s && emit('alter', { side: s })" />
      <div class="swaps">
        <p class="small quiet">For {{ drill.needs.slice(0, 3).map(needWords).join(', ') }}. {{ drill.swaps.length ? 'Swap for:' : 'Nothing else that may be done meets this.' }}</p>
        <button v-for="s in drill.swaps" :key="s.id" type="button" class="act" @click="emit('swap', s.id)">{{ s.name }} <span class="small quiet">{{ Math.round(s.score) }}</span></button>
        <button type="button" class="act stop" @click="emit('drop')">Take it off</button>
      </div>
    </div>
  </li>
</template>

<style scoped>
li { border-top: 1px solid var(--line); }
li.open { background: var(--card); box-shadow: -4px 0 0 var(--river); }
.line { display: grid; grid-template-columns: 44px 1.4rem minmax(0, 1fr) 5.5rem 5.2rem; align-items: center; gap: 0.3rem; }
@media (max-width: 700px) {
  .line { grid-template-columns: 44px 1.4rem minmax(0, 1fr); }
  .time { grid-column: 3; }
  .line > :last-child { grid-column: 3; }
  .panel { padding-left: 0.5rem !important; grid-template-columns: 1fr !important; }
  .film { grid-column: 1 !important; grid-row: auto !important; max-width: 260px; }
  .dose { grid-template-columns: 1fr !important; }
}
.grip { width: 44px; height: 44px; border: 0; background: none; color: var(--river); cursor: ns-resize; }
.grip:disabled { visibility: hidden; }
.number { color: var(--ink-2); font-weight: 600; }
.name { display: grid; text-align: left; border: 0; background: none; font: inherit; color: inherit; padding: 0.25rem 0; min-height: 44px; cursor: pointer; line-height: 1.25; }
.film { grid-column: 2; grid-row: 1 / span 4; width: 100%; }
.panel > :not(.film) { grid-column: 1; }
.panel { display: grid; grid-template-columns: minmax(0, 1fr) 210px; align-content: start; gap: 0.5rem; padding: 0.3rem 0.5rem 0.8rem 3.9rem; }
.dose { display: grid; grid-template-columns: 1fr 1fr 1fr; gap: 0.5rem; align-items: stretch; }
.dose .act { display: grid; padding: 0.3rem 0.6rem; line-height: 1.2; }
.dose .act .small { font-weight: 400; }
.dose p { align-self: center; text-align: center; }
.swaps { display: flex; flex-wrap: wrap; gap: 0.35rem; }
.swaps p { width: 100%; }
.swaps .act { padding: 0 0.7rem; font-weight: 400; }
</style>
