<script setup lang="ts">
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import type { HomeSchemas } from '@/api/client'
import MovingPicture from '@/ui/MovingPicture.vue'
import TapeLine from '@/ui/TapeLine.vue'
import { place, runs } from '@/ui/tape'
import AwayCard from './AwayCard.vue'
import BetweenDrills from './BetweenDrills.vue'
import PlayerMenu from './PlayerMenu.vue'
import SoundSwitches from './SoundSwitches.vue'
import { cueOf, keyOf, type Moment } from './cues'
import { beatWords } from './drillWords'
import { beatAt } from './pace'
import type { Report, UseRunReturn } from './useRun'
import { useSound } from './useSound'
import { say } from './words'

/** The guided session: one thing at a time, large, said aloud, with the tape running under a fixed pointer. */
const props = defineProps<{ run: UseRunReturn; sheet: HomeSchemas['HomeSheet']; offline: boolean }>()
const emit = defineEmits<{ stop: []; told: [index: number, how: Report['said']]; enough: [] }>()
const { sounds, tell, quiet, unlock } = useSound()
const menu = ref(false)
const state = computed(() => props.run.state.value!)
const stretch = computed(() => props.run.stretch.value)
const index = computed(() => props.run.drillIndex.value)
const playing = computed(() => stretch.value?.kind === 'side' || stretch.value?.kind === 'change')
const drill = computed(() => (index.value === null ? undefined : props.sheet.drills[index.value]))
const next = computed(() => (props.run.nextIndex.value === null ? undefined : props.sheet.drills[props.run.nextIndex.value]))
const sideShown = computed(() => (stretch.value?.kind === 'side' ? stretch.value.side : followingSide()))
const doing = computed(() => drill.value?.sides.find((one) => one.side === sideShown.value) ?? drill.value?.sides[0])
const beat = computed(() => {
  const now = stretch.value
  return now?.kind === 'side' ? beatAt(doing.value?.pace ?? [], state.value.at - now.start, now.seconds) : null
})
/** Seconds of a hold that waits until it lets go: counted up, for there is no end to count down to. */
const holding = computed(() => (props.run.holding.value === null ? null : Math.floor(props.run.holding.value)))
const minutes = computed(() => Math.max(1, Math.ceil(props.run.remaining.value / 60)))
const shown = computed(() => props.run.nextIndex.value ?? index.value ?? 0)
const round = computed(() => {
  const mine = runs(place(props.sheet.timeline)).filter((one) => one.index === index.value)
  return mine.length > 1 ? say.player.round(mine.filter((one) => one.start <= state.value.at + 0.001).length || 1, mine.length) : ''
})
const limits = computed(() => drill.value?.changed ?? [])

/** The side that comes when the client has turned round. */
function followingSide(): string | null {
  const at = stretch.value?.end ?? 0
  const placed = place(props.sheet.timeline)
  return placed.find((one) => one.start >= at - 0.001 && one.kind === 'side' && one.index === index.value)?.side ?? null
}

const moment = computed<Moment>(() => ({ stretch: stretch.value, beat: beat.value, drill: drill.value, next: next.value }))
watch(() => [keyOf(moment.value), props.run.running.value] as const, ([key, running], before) => {
  if (!running) return quiet()
  if (before && before[0] === key && before[1]) return
  const now = stretch.value
  const { words, cue } = cueOf(moment.value, !!now && state.value.at - now.start < 1)
  tell(words, cue)
}, { immediate: true })
watch(() => holding.value !== null, (waits) => { if (waits) tell(say.player.untilEases, 'change') })
watch(index, () => scrollTo({ top: 0 }), { immediate: true })
onBeforeUnmount(quiet)
</script>

<template>
  <section class="player" :aria-label="say.player.label" @pointerdown.once="unlock">
    <header>
      <button type="button" class="icon" :aria-label="say.player.menu" @click="run.running.value && run.toggle(); menu = true"><svg viewBox="0 0 24 24" aria-hidden="true"><path d="M5 12h.01M12 12h.01M19 12h.01" /></svg></button>
      <p><strong>{{ say.player.at(shown + 1, sheet.drills.length) }}</strong> · {{ run.running.value ? say.player.left(minutes) : say.player.paused }}<template v-if="round"> · {{ round }}</template></p>
      <span class="small quiet">{{ offline ? say.kept.offline : '' }}</span>
    </header>

    <AwayCard v-if="run.away.value !== null" :run="run" :seconds="run.away.value" :drill="drill ?? next" :side="sideShown" @enough="emit('enough')" />
    <BetweenDrills v-else-if="!playing" :run="run" :sheet="sheet" :next="next" :asks="state.asks" @told="(how) => emit('told', state.asks!, how)" />
    <template v-else-if="drill && doing">
      <div class="stage">
        <MovingPicture class="film" bare :picture="drill.picture" :side="doing.side" :place="drill.place" :alt="doing.alt ?? drill.title" />
        <p v-if="say.side[doing.side]" class="side">{{ say.side[doing.side] }}</p>
      </div>
      <p v-for="line in limits" :key="line" class="limit"><strong>{{ line }}</strong></p>
      <h1>{{ drill.title }}</h1>
      <p v-if="drill.rest" class="quiet">{{ say.player.rest }}</p>
      <div class="count" role="timer" aria-live="off">
        <span class="number">{{ holding ?? beat?.left ?? run.left.value }}</span>
        <span v-if="holding !== null"><strong class="beat">{{ say.player.untilEases }}</strong><br /><span class="quiet">{{ say.player.secondsHeld(Math.round(doing.eases?.most ?? 0)) }}</span></span>
        <span v-else-if="beat"><strong class="beat">{{ beatWords(drill, beat) }}</strong>{{ beat.of > 1 ? ` ${say.player.of(beat.number, beat.of)}` : '' }}<br /><span class="quiet">{{ say.player.onSide(run.left.value, doing.words) }}</span></span>
        <span v-else><strong class="beat">{{ say.player.change }}</strong><br /><span class="quiet">{{ say.player.seconds }}</span></span>
      </div>
      <p class="feel">{{ say.player.feel(drill.feel) }}</p>
    </template>

    <TapeLine :stretches="sheet.timeline" :drills="sheet.drills" :pointer="state.at" :current="index" :width="390" class="tape" />
    <SoundSwitches v-model="sounds" />
    <p v-if="playing && drill" class="stop-box"><strong>{{ say.player.stopFor }}</strong> {{ say.and([...drill.stop]) }}.</p>
    <div class="room" />
    <footer>
      <template v-if="playing || run.away.value !== null">
        <button v-if="holding !== null && run.running.value" type="button" class="act next" @click="run.letGo()">{{ say.player.hasEased }}</button>
        <button v-else-if="run.away.value === null" type="button" class="act next" @click="run.toggle()">{{ run.running.value ? say.player.pause : say.player.go }}</button>
      </template>
      <button v-else type="button" class="act next" @click="run.there()">{{ say.player.there }}</button>
      <button type="button" class="act stop" :class="{ wide: run.away.value !== null }" @click="emit('stop')">{{ say.player.hurts }}</button>
    </footer>
    <PlayerMenu v-if="menu" :run="run" :drill="drill ?? next" @close="menu = false" @enough="emit('enough')" />
  </section>
</template>

<style scoped>
.player { display: flex; flex-direction: column; gap: 0.6rem; flex: 1; }
header { display: grid; grid-template-columns: 48px 1fr 48px; align-items: center; text-align: center; margin: -0.4rem -0.4rem 0; }
.icon { width: 48px; height: 48px; border: 0; background: none; cursor: pointer; color: inherit; }
.icon svg { width: 24px; height: 24px; stroke: currentColor; stroke-width: 3; stroke-linecap: round; fill: none; }
.stage { position: relative; margin: 0 -1.1rem; background: var(--card); border-top: 1px solid var(--line); }
.film :deep(.film), .film :deep(.stills) { max-height: 292px; }
.side { position: absolute; right: 0.6rem; top: 0.6rem; background: var(--river); color: #fff; font-weight: 600; font-size: 1.15rem; padding: 0.3rem 0.8rem; border-radius: 5px; }
.limit { background: var(--clay-soft); color: var(--clay-dark); margin: -0.6rem -1.1rem 0; padding: 0.6rem 1.1rem; }
h1 { font-size: 1.35rem; }
.count { display: grid; grid-template-columns: auto 1fr; gap: 1rem; align-items: center; }
.number { font-size: 96px; font-weight: 600; line-height: 0.9; min-width: 7rem; }
.beat { font-size: 1.35rem; }
.feel { font-size: 1rem; }
.tape { margin: 0 -1.1rem; max-width: none; }
.room { flex: 1; }
footer { display: grid; grid-template-columns: 1fr 1fr; gap: 0.8rem; position: sticky; bottom: 0; background: var(--paper); padding: 0.6rem 0 calc(0.4rem + env(safe-area-inset-bottom)); }
footer .act { min-height: 66px; font-size: 1.15rem; border-radius: 8px; }
.wide { grid-column: 1 / -1; }
</style>
