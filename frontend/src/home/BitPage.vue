<script setup lang="ts">
import { computed, ref } from 'vue'
import type { HomeSchemas } from '@/api/client'
import CallButton from './CallButton.vue'
import ChipRow from './ChipRow.vue'
import PainCells from './PainCells.vue'
import PlaceTold from './PlaceTold.vue'
import type { Report } from './useRun'
import { isSign, phoneWords, symptomChoices, usualSymptoms } from './signs'
import { say } from './words'

type Symptom = Report['symptom']

/** A drill in more than one tap: worst pain, what was felt, where, and on which side. A stop sign says what to do at once. */
const props = defineProps<{ drill: HomeSchemas['HomeDrill']; sheet: HomeSchemas['HomeSheet']; /** as it was told before */ report?: Report }>()
const emit = defineEmits<{ told: [report: Report]; stopped: [report: Report] }>()
const during = ref<number | null>(props.report?.during ?? null)
const symptom = ref<Symptom | ''>(props.report?.symptom ?? '')
const place = ref({ felt: props.report?.felt ?? '', felt_side: props.report?.felt_side ?? '', felt_words: props.report?.felt_words ?? '' })
const moved = ref<'none' | 'up' | 'down' | ''>(props.report?.moved ?? '')
const reason = ref('')
const words = ref('')

const body = computed(() => props.sheet.body_symptoms)
const usual = computed(() => symptomChoices(props.sheet, usualSymptoms(props.sheet)))
const local = computed(() => symptomChoices(props.sheet, props.sheet.stop_symptoms.filter((one) => !body.value.includes(one))))
const whole = computed(() => symptomChoices(props.sheet, body.value))
const reasons = computed(() => props.sheet.stop_reasons.map(({ id, text }) => ({ value: id, text })))
const chosen = computed(() => props.sheet.stop_reasons.find(({ id }) => id === reason.value))
const isStop = computed(() => isSign(props.sheet, symptom.value))
const isBody = computed(() => body.value.some((one) => one === symptom.value))
const ownWords = computed(() => reason.value === 'other-reason')
const advice = computed(() => chosen.value?.phone ?? phoneWords(props.sheet, symptom.value))
const movedAsked = computed(() => props.sheet.asks_moved || props.sheet.nerve_symptoms.some((one) => one === symptom.value))
const MOVED = computed(() => (['none', 'down', 'up'] as const).map((value) => ({ value, text: say.bit.movedWords[value]! })))
const ready = computed(() => (reason.value ? !ownWords.value || !!words.value.trim() : isStop.value || (during.value !== null && symptom.value !== '')))

function send(): void {
  const more = movedAsked.value && moved.value ? { moved: moved.value } : {}
  const stopped = chosen.value ? { stopped: ownWords.value ? words.value.trim() : chosen.value.text } : {}
  const ends = isStop.value || !!chosen.value
  const report: Report = { said: ends ? 'stop' : 'bit', during: during.value, symptom: symptom.value, ...(isBody.value ? { felt: '' } : place.value), ...more, ...stopped }
  if (ends) emit('stopped', report)
  else emit('told', report)
}
</script>

<template>
  <form class="bit" @submit.prevent="send">
    <h1>{{ say.bit.title(drill.title) }}</h1>
    <PainCells v-model="during" :label="say.bit.worst" />
    <ChipRow v-model="symptom" :label="say.bit.felt" :options="usual" />
    <ChipRow v-model="symptom" clay :label="say.bit.signs" :options="local" />
    <ChipRow v-model="symptom" clay :label="say.bit.body" :options="whole" />
    <PlaceTold v-if="symptom && !isBody" v-model="place" :label="say.bit.where" :near="drill.felt_sites" :all="sheet.sites" :feel="drill.feel" />
    <ChipRow v-if="movedAsked" v-model="moved" :label="say.bit.moved" :options="MOVED" />
    <ChipRow v-model="reason" clay :label="say.bit.reason" :options="reasons" />
    <label v-if="ownWords" class="own">{{ say.bit.reasonOwn }} <textarea v-model="words" maxlength="400" rows="2"></textarea></label>
    <div v-if="isStop || (chosen && !ownWords)" class="stop-box" role="alert"><p><strong>{{ advice }}</strong></p><CallButton :phone="sheet.clinic.phone" /></div>
    <p v-if="!ready" class="small quiet">{{ say.bit.missing }}</p>
    <button class="act big" :class="isStop || chosen ? 'stop' : 'next'" :disabled="!ready">{{ isStop || chosen ? say.bit.stopHere : say.bit.go }}</button>
  </form>
</template>

<style scoped>
.bit { display: grid; gap: 1rem; }
.big { min-height: 60px; font-size: 1.15rem; border-radius: 8px; }
.own { display: grid; gap: 0.3rem; }
textarea { font: inherit; padding: 0.5rem; border: 1px solid var(--line-strong); border-radius: 8px; background: var(--card); color: var(--ink); }
</style>
