<script setup lang="ts">
import { computed, ref } from 'vue'
import type { HomeSchemas } from '@/api/client'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import PainStrip from '@/ui/PainStrip.vue'
import type { Report } from './useRun'
import { MOVED, SYMPTOMS, siteWords } from './words'

type Moved = 'none' | 'up' | 'down'
type Symptom = Report['symptom']

/** How a drill went: worst pain, what was felt, and where. A stop sign ends the drill and says whom to call. */
const props = defineProps<{ drill: HomeSchemas['HomeDrill']; share: number; symptoms: Symptom[]; stops: Symptom[]; asksMoved: boolean; nerves: Symptom[]; phone: string }>()
const emit = defineEmits<{ report: [report: { during: number | null; symptom: Symptom; felt: string; moved?: Moved }]; end: [] }>()
const during = ref<number | null>(null)
const symptom = ref<Symptom>('')
const felt = ref('')
const moved = ref<Moved | ''>('')

const kind = (stop: boolean) => props.symptoms.filter((s) => props.stops.includes(s) === stop).map((s) => ({ value: s, text: SYMPTOMS[s] ?? s }))
const usual = computed(() => kind(false))
const stopping = computed(() => kind(true))
const isStop = computed(() => props.stops.includes(symptom.value))
const sites = computed(() => props.drill.felt_sites.map((site) => ({ value: site, text: siteWords(site, props.drill.feel) })))
/** asked where a nerve is in play, or a nerve's own sign was just told; what is not asked is not sent */
const movedAsked = computed(() => props.asksMoved || props.nerves.includes(symptom.value))
const ready = computed(() => during.value !== null && symptom.value !== '' && (symptom.value === 'none' || felt.value !== '') && (!movedAsked.value || isStop.value || moved.value !== ''))

function send(endNow: boolean): void {
  const told = movedAsked.value && moved.value !== '' ? { moved: moved.value } : {}
  emit('report', { during: during.value, symptom: symptom.value, felt: felt.value, ...told })
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
    <ChoiceRow v-if="movedAsked" v-model="moved" label="Did anything move along the leg or arm?" :options="MOVED" />
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
