<script setup lang="ts">
import { computed, watch } from 'vue'
import type { HomeSchemas } from '@/api/client'
import MovingPicture from '@/ui/MovingPicture.vue'
import TapeLine from '@/ui/TapeLine.vue'
import DrillReport from './DrillReport.vue'
import { place, runs } from '@/ui/tape'
import { beatAt } from './pace'
import StopSigns from './StopSigns.vue'
import type { UseRunReturn } from './useRun'
import { sideWords } from './words'

/** The guided session: one thing at a time, big, with the tape running under a fixed pointer. */
const props = defineProps<{ run: UseRunReturn; sheet: HomeSchemas['HomeSheet']; /** a report is still on this phone */ waiting: boolean }>()
const emit = defineEmits<{ stop: [] }>()
const state = computed(() => props.run.state.value!)
const stretch = computed(() => props.run.stretch.value)
const index = computed(() => props.run.drillIndex.value)
const drill = computed(() => (index.value === null ? null : props.sheet.drills[index.value]))
const side = computed(() => sideWords(stretch.value?.kind === 'side' ? stretch.value.side : nextSide()))
const left = computed(() => props.run.left.value)
const minutesLeft = computed(() => Math.ceil((props.run.total.value - state.value.at) / 60))
const doing = computed(() => drill.value?.sides.find((s) => s.side === stretch.value?.side) ?? drill.value?.sides[0])
const pictured = computed(() => {
  const shown = stretch.value?.kind === 'side' ? stretch.value.side : nextSide()
  return drill.value?.sides.find((s) => s.side === shown) ?? drill.value?.sides[0]
})
const dose = computed(() => doing.value?.words)
const beat = computed(() => {
  const now = stretch.value
  return now?.kind === 'side' ? beatAt(doing.value?.pace ?? [], state.value.at - now.start, now.seconds) : null
})

/** which round of how many, where a drill is done in rounds with others */
const round = computed(() => {
  const mine = runs(place(props.sheet.timeline)).filter((one) => one.index === index.value)
  return mine.length > 1 ? `round ${mine.filter((one) => one.start <= state.value.at + 0.001).length || 1} of ${mine.length}` : ''
})

watch(index, () => scrollTo({ top: 0 }), { immediate: true })

function nextSide(): string | null {
  if (index.value === null) return null
  const follow = props.sheet.timeline.slice(props.sheet.timeline.findIndex((s) => s.index === index.value))
  return stretch.value?.kind === 'change' ? (follow.filter((s) => s.kind === 'side')[1]?.side ?? null) : (follow.find((s) => s.kind === 'side')?.side ?? null)
}

const now = computed(() => {
  switch (stretch.value?.kind) {
    case 'set-up': return ['Get ready', 'seconds to settle in']
    case 'change': return ['Change sides', 'seconds to change']
    case 'rise': return ['Get up slowly', 'seconds, by the side, hand on a chair']
    case 'move': return ['Change place', 'seconds to the next drill']
    default: return [dose.value ?? '', stretch.value?.side === 'both' ? 'seconds left' : 'seconds left on this side']
  }
})
</script>

<template>
  <section class="player" aria-label="Session">
    <DrillReport v-if="state.asking !== null && drill" :key="state.asking" :drill="drill" :share="state.doneShare" :sheet="sheet" :hurt="state.hurt === state.asking ? (waiting ? 'kept' : 'sent') : ''"
      @report="run.report" @not-today="run.notToday" @end="run.finishNow" />
    <template v-else>
      <p class="top small quiet">
        <span v-if="index !== null">drill {{ index + 1 }} of {{ sheet.drills.length }}<template v-if="round">, {{ round }}</template></span><span v-else>between drills</span>
        <span>{{ minutesLeft === 1 ? '1 minute' : `${minutesLeft} minutes` }} left</span>
      </p>
      <p v-if="run.away.value" class="known-box" role="status">You were away, so the session waits for you. Go on when you are ready.</p>
      <h1>{{ drill?.title ?? now[0] }}</h1>
      <p v-if="drill?.rest" class="quiet">Once more, to rest. Nothing is asked about it.</p>
      <p v-if="side" class="side">{{ side }}</p>
      <MovingPicture v-if="drill && pictured" class="film" :picture="drill.picture" :side="pictured.side" :place="drill.place" :alt="pictured.alt ?? drill.title" />
      <div class="count" role="timer" aria-live="off">
        <span class="number">{{ beat?.left ?? left }}</span>
        <span v-if="beat"><strong class="beat">{{ beat.word }}</strong>{{ beat.of > 1 ? ` ${beat.number} of ${beat.of}` : '' }}<br /><span class="quiet">{{ dose }} · {{ left }} {{ now[1] }}</span></span>
        <span v-else><strong>{{ now[0] }}</strong><br /><span class="quiet">{{ now[1] }}</span></span>
      </div>
      <TapeLine :stretches="sheet.timeline" :drills="sheet.drills" :pointer="state.at" :current="index" :width="352" />
      <template v-if="drill">
        <StopSigns :signs="drill.stop" />
        <p v-for="line in drill.care" :key="line"><strong>First:</strong> {{ line }}</p>
        <p v-if="drill.names.length"><strong>In turn:</strong> {{ drill.names.join(', ') }}</p>
        <p v-for="line in drill.do" :key="line">{{ line }}</p>
        <p>You should feel <strong>{{ drill.feel }}</strong>.</p>
        <p v-if="drill.pain_line" class="small">{{ drill.pain_line }}</p>
        <p v-for="cue in drill.watch" :key="cue"><strong>Watch:</strong> {{ cue }}</p>
        <p v-for="change in drill.changed" :key="change" class="clay">Changed for you: {{ change }}</p>
      </template>
      <div class="room" />
      <div class="small-acts">
        <button class="act plain" @click="run.back()">again from here</button>
        <button class="act plain" @click="run.skip()">next</button>
      </div>
      <div class="acts">
        <button class="act next" @click="run.toggle()">{{ run.running.value ? 'Pause' : 'Go on' }}</button>
        <button class="act stop" @click="emit('stop')">It hurts: stop</button>
      </div>
    </template>
  </section>
</template>

<style scoped>
.player { display: flex; flex-direction: column; gap: 0.7rem; flex: 1; }
.top { display: flex; justify-content: space-between; }
h1 { font-size: 1.6rem; }
.film { flex: none; width: 100%; max-width: 250px; align-self: center; }
.side { background: var(--river); color: #fff; font-weight: 600; font-size: 1.15rem; padding: 0.3rem 0.8rem; border-radius: 4px; width: max-content; letter-spacing: 0.02em; }
.count { display: grid; grid-template-columns: auto 1fr; gap: 1rem; align-items: center; }
.number { font-size: 4.6rem; font-weight: 600; line-height: 1; min-width: 7rem; }
.beat { font-size: 1.35rem; }
.room { flex: 1; min-height: 5.5rem; }
.small-acts { display: flex; justify-content: space-between; }
.acts { display: grid; grid-template-columns: 1fr 1fr; gap: 0.8rem; position: sticky; bottom: 0; background: var(--paper); padding: 0.6rem 0 0.2rem; }
.acts .act { min-height: 64px; font-size: 1.15rem; }
</style>
