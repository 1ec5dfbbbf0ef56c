<script setup lang="ts">
import { computed, ref } from 'vue'
import type { HomeSchemas } from '@/api/client'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import PainStrip from '@/ui/PainStrip.vue'
import { SYMPTOMS, siteWords } from './words'

/** How a drill went: worst pain, what was felt, and where. A stop sign ends the drill and says whom to call. */
const props = defineProps<{ drill: HomeSchemas['HomeDrill']; share: number; symptoms: string[]; stops: string[]; phone: string }>()
const emit = defineEmits<{ report: [report: { during: number | null; symptom: string; felt: string }]; end: [] }>()
const during = ref<number | null>(null)
const symptom = ref('')
const felt = ref('')

const kind = (stop: boolean) => props.symptoms.filter((s) => props.stops.includes(s) === stop).map((s) => ({ value: s, text: SYMPTOMS[s] ?? s }))
const usual = computed(() => kind(false))
const stopping = computed(() => kind(true))
const isStop = computed(() => props.stops.includes(symptom.value))
const sites = computed(() => props.drill.felt_sites.map((site) => ({ value: site, text: siteWords(site, props.drill.feel) })))
const ready = computed(() => during.value !== null && symptom.value !== '' && (symptom.value === 'none' || felt.value !== ''))

function send(endNow: boolean): void {
  emit('report', { during: during.value, symptom: symptom.value, felt: felt.value })
  if (endNow) emit('end')
}
</script>

<template>
  <form class="report" @submit.prevent="send(false)">
    <h1>{{ drill.title }}</h1>
    <p class="quiet">{{ share >= 100 ? 'done' : `${share} % done` }}. How was it?</p>
    <PainStrip v-model="during" label="Worst pain during it" large />
    <ChoiceRow v-model="symptom" label="What did you feel?" :options="usual" />
    <div class="stops"><ChoiceRow v-model="symptom" label="or one of the stop signs" :options="stopping" /></div>
    <ChoiceRow v-if="symptom && symptom !== 'none'" v-model="felt" label="Where?" :options="sites" />
    <div v-if="isStop" class="stop-box" role="alert">
      <strong>Do not go on with this drill.</strong> Call {{ phone }} before the next session. The clinic sees your report at once.
    </div>
    <p v-if="!ready" class="small quiet">Tell the worst pain, what you felt and where; then it goes on.</p>
    <button v-if="!isStop" class="act next big" :disabled="!ready">Go on</button>
    <template v-else>
      <button type="button" class="act stop big" :disabled="!ready" @click="send(true)">End the session here</button>
    </template>
  </form>
</template>

<style scoped>
.report { display: grid; gap: 0.8rem; }
.stops :deep(button) { border-color: var(--clay); color: var(--clay-dark); }
.stops :deep(button[aria-pressed='true']) { background: var(--clay); color: #fff; }
.big { min-height: 60px; font-size: 1.15rem; }
</style>
