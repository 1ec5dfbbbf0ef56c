<script setup lang="ts">
import { computed } from 'vue'
import type { HomeSchemas } from '@/api/client'
import MovingPicture from '@/ui/MovingPicture.vue'
import CallButton from './CallButton.vue'
import StopSigns from './StopSigns.vue'
import { doseWords } from './drillWords'
import { say } from './words'

/** When it hurts a lot: what calms, or eased it before, without a clock; and whom to call. */
const props = defineProps<{ sheet: HomeSchemas['HomeSheet'] }>()
const emit = defineEmits<{ leave: [] }>()
const calming = computed(() => props.sheet.drills.filter((drill) => !drill.rest && !drill.paused && (drill.phase === 'settle' || props.sheet.eased.includes(drill.drill))))
</script>

<template>
  <section class="bad">
    <h1>{{ say.badHour.title }}</h1>
    <p>{{ calming.length ? say.badHour.why : say.badHour.none }}</p>
    <article v-for="drill in calming" :key="drill.drill">
      <h2>{{ drill.title }}</h2>
      <MovingPicture v-if="drill.sides[0]" :picture="drill.picture" :side="drill.sides[0].side" :place="drill.place" :alt="drill.sides[0].alt ?? drill.title" />
      <p class="quiet">{{ doseWords(drill) }}</p>
      <p v-for="line in drill.do" :key="line">{{ line }}</p>
      <p v-for="change in drill.changed" :key="change" class="clay">{{ change }}</p>
      <StopSigns :signs="drill.stop" />
    </article>
    <p><strong>{{ say.badHour.call }}</strong></p>
    <CallButton :phone="sheet.clinic.phone" />
    <button type="button" class="act big" @click="emit('leave')">{{ say.badHour.back }}</button>
  </section>
</template>

<style scoped>
.bad, article { display: grid; gap: 0.7rem; }
article { border-top: 1px solid var(--line); padding-top: 0.7rem; }
.big { min-height: 56px; }
</style>
