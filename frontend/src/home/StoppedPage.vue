<script setup lang="ts">
import type { HomeSchemas } from '@/api/client'
import CallButton from './CallButton.vue'
import type { Post } from './outbox'
import { isSign, phoneWords } from './signs'
import type { Report } from './useRun'
import { say } from './words'

/** The moment after a stop: that it was told, whom to call, what ends the day; more only if the client likes. */
defineProps<{ sheet: HomeSchemas['HomeSheet']; report: Report | undefined; post: Post }>()
const emit = defineEmits<{ tell: []; slip: []; done: [] }>()
</script>

<template>
  <section class="stopped">
    <div class="top" role="alert">
      <h1>{{ say.stopped.title }}</h1>
      <p>{{ say.stopped.back }}</p>
      <p><strong>{{ say.stopped.post[post] }}</strong></p>
      <p v-if="report?.symptom && isSign(sheet, report.symptom)"><strong>{{ phoneWords(sheet, report.symptom) }}</strong></p>
      <CallButton :phone="sheet.clinic.phone" />
    </div>
    <p class="emergency"><strong>{{ sheet.emergency_line }}</strong> {{ sheet.emergencies.join('; ') }}. {{ sheet.clinic.emergency }}</p>
    <p><strong>{{ say.stopped.more }}</strong> {{ say.stopped.moreWhy }}</p>
    <button type="button" class="act big" @click="emit('tell')">{{ say.stopped.tell }}<span class="small quiet">{{ say.stopped.tellWhy }}</span></button>
    <button type="button" class="act next big" @click="emit('done')">{{ say.stopped.done }}</button>
    <button v-if="report?.symptom === ''" type="button" class="link" @click="emit('slip')">{{ say.stopped.slip }}</button>
  </section>
</template>

<style scoped>
.stopped { display: grid; gap: 0.9rem; }
.top { background: var(--clay-soft); color: var(--clay-dark); border-top: 6px solid var(--clay); margin: -1rem -1.1rem 0; padding: 1.2rem 1.1rem; display: grid; gap: 0.7rem; }
h1 { font-size: 2rem; }
.emergency { border-left: 5px solid var(--clay); padding-left: 0.9rem; }
.big { min-height: 60px; border-radius: 8px; font-size: 1.1rem; display: grid; align-content: center; }
.link { border: 0; background: none; font: inherit; color: var(--river); text-decoration: underline; min-height: 44px; cursor: pointer; }
</style>
