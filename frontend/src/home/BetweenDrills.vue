<script setup lang="ts">
import { computed } from 'vue'
import type { HomeSchemas } from '@/api/client'
import MovingPicture from '@/ui/MovingPicture.vue'
import HowWasIt from './HowWasIt.vue'
import { doseWords } from './drillWords'
import type { Report, UseRunReturn } from './useRun'
import { say } from './words'

/** Between two drills: how the last one was, by one tap or none; then where to go, and what comes. */
const props = defineProps<{ run: UseRunReturn; sheet: HomeSchemas['HomeSheet']; next: HomeSchemas['HomeDrill'] | undefined; asks: number | null }>()
const emit = defineEmits<{ told: [how: Report['said']] }>()
const where = computed(() => {
  const kind = props.run.stretch.value?.kind
  if (kind === 'rise') return say.player.rise
  if (kind === 'move') return props.next ? (say.goTo[props.next.place] ?? say.player.move) : say.player.move
  return say.player.settle
})
const first = computed(() => props.next?.sides[0])
</script>

<template>
  <div class="between">
    <HowWasIt v-if="asks !== null" :title="sheet.drills[asks]?.title ?? ''" @told="(how) => emit('told', how)" />
    <div class="count">
      <span class="number" role="timer" aria-live="off">{{ run.left.value }}</span>
      <span><span class="quiet">{{ say.player.seconds }}</span><br /><strong class="beat">{{ where }}</strong></span>
      <button type="button" class="link" @click="run.toggle()">{{ run.running.value ? say.player.time : say.player.go }}</button>
    </div>
    <section v-if="next && first" class="next" :aria-label="next.title">
      <component :is="asks === null ? 'h1' : 'h2'">{{ say.player.next(sheet.drills.indexOf(next) + 1, next.title) }}</component>
      <MovingPicture class="film" bare :picture="next.picture" :side="first.side" :place="next.place" :alt="first.alt ?? next.title" />
      <p>{{ doseWords(next) }}, {{ say.place[next.place] }}.</p>
      <p v-for="line in next.care" :key="line" class="limit"><strong>{{ say.drillsPage.first }}</strong> {{ line }}</p>
      <p v-for="line in next.changed" :key="line" class="limit"><strong>{{ line }}</strong></p>
      <p v-for="line in next.do" :key="line">{{ line }}</p>
    </section>
  </div>
</template>

<style scoped>
h1, h2 { font-family: var(--sans); font-size: 1.1rem; }
.between, .next { display: grid; gap: 0.6rem; }
.next { background: var(--card); margin: 0 -1.1rem; padding: 0.7rem 1.1rem; border-block: 1px solid var(--line); }
.film :deep(.film), .film :deep(.stills) { max-height: 220px; }
.count { display: grid; grid-template-columns: auto 1fr auto; gap: 0.8rem; align-items: center; }
.number { font-size: 64px; font-weight: 600; line-height: 1; min-width: 5rem; }
.beat { font-size: 1.3rem; }
.limit { background: var(--clay-soft); color: var(--clay-dark); padding: 0.4rem 0.7rem; }
.link { border: 0; background: none; font: inherit; color: var(--river); text-decoration: underline; min-height: 48px; cursor: pointer; }
</style>
