<script setup lang="ts">
import { computed, ref } from 'vue'
import type { HomeSchemas } from '@/api/client'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import PainStrip from '@/ui/PainStrip.vue'
import CallLink from './CallLink.vue'
import type { Report, Told } from './useRun'
import { MOVED, phoneWords, siteWords, symptomWords } from './words'

type Moved = 'none' | 'up' | 'down'
type Symptom = Report['symptom']
type Sheet = HomeSchemas['HomeSheet']

/** How a drill went: worst pain, what was felt, and where. A stop sign ends the drill and says what to do at once. */
const props = defineProps<{ drill: HomeSchemas['HomeDrill']; share: number; sheet: Sheet; /** stop was pressed: whether the clinic knows it */ hurt?: 'sent' | 'kept' | '' }>()
const emit = defineEmits<{ report: [report: Told]; notToday: []; end: [] }>()
const during = ref<number | null>(null)
const symptom = ref<Symptom>('')
const felt = ref('')
const moved = ref<Moved | ''>('')
const reason = ref('')
const words = ref('')
/** of what is done beside the session: how much of it today */
const much = ref<'' | 'all' | 'half' | 'none'>('')
const MUCH = [{ value: 'all', text: 'all of it' }, { value: 'half', text: 'about half of it' }, { value: 'none', text: 'not today' }] as const
const asked = computed(() => !props.drill.beside || much.value === 'all' || much.value === 'half')

const body = computed(() => props.sheet.body_symptoms ?? [])
const stops = computed(() => props.sheet.stop_symptoms)
const shown = (symptoms: readonly Symptom[]) => symptoms.map((s) => ({ value: s, text: symptomWords(props.sheet, s) }))
const usual = computed(() => shown(props.sheet.symptoms.filter((s) => !stops.value.includes(s))))
const local = computed(() => shown(stops.value.filter((s) => !body.value.includes(s))))
const whole = computed(() => shown(body.value))
const reasons = computed(() => (props.sheet.stop_reasons ?? []).map((r) => ({ value: r.id, text: r.text })))
const chosen = computed(() => props.sheet.stop_reasons?.find((r) => r.id === reason.value))

const isStop = computed(() => stops.value.some((s) => s === symptom.value))
const isBody = computed(() => body.value.some((s) => s === symptom.value))
const ownWords = computed(() => reason.value === 'other-reason')
const advice = computed(() => chosen.value?.phone ?? phoneWords(props.sheet, symptom.value))
const sites = computed(() => props.drill.felt_sites.map((site) => ({ value: site, text: siteWords(site, props.drill.feel) })))
const asksWhere = computed(() => symptom.value !== '' && symptom.value !== 'none' && !isBody.value)
/** asked where a nerve is in play, or a nerve's own sign was just told; what is not asked is not sent */
const movedAsked = computed(() => props.sheet.asks_moved || props.sheet.nerve_symptoms.some((s) => s === symptom.value))
const told = computed(() => symptom.value !== '' && (!asksWhere.value || felt.value !== '') && (!movedAsked.value || isStop.value || moved.value !== ''))
const ready = computed(() => asked.value && during.value !== null && (reason.value ? !ownWords.value || words.value.trim() !== '' : told.value))

function send(endNow: boolean): void {
  const more = movedAsked.value && moved.value !== '' ? { moved: moved.value } : {}
  const stopped = chosen.value ? { stopped: ownWords.value ? words.value.trim() : chosen.value.text } : {}
  const share = props.drill.beside ? { done_pct: much.value === 'half' ? 50 : 100 } : {}
  emit('report', { ...share, during: during.value, symptom: symptom.value, felt: asksWhere.value ? felt.value : '', ...more, ...stopped })
  if (endNow) emit('end')
}
</script>

<template>
  <form class="report" @submit.prevent="send(false)">
    <h1>{{ drill.title }}</h1>
    <template v-if="drill.beside">
      <p class="quiet">{{ drill.sides[0]?.words }}, beside the session.</p>
      <ChoiceRow v-model="much" label="How much of it did you do today?" :options="[...MUCH]" />
      <button v-if="much === 'none'" type="button" class="act next big" @click="emit('notToday')">Go on</button>
    </template>
    <div v-if="hurt" class="stop-box" role="status"><strong>Stopped.</strong> {{ hurt === 'sent' ? 'The clinic knows that you stopped.' : 'That you stopped is kept on this phone and sent as soon as it can be.' }} If it is bad, call <CallLink :phone="sheet.clinic.phone" />.</div>
    <p v-if="!drill.beside" class="quiet">{{ share >= 100 ? 'done' : `${share} % done` }}. How was it?</p>
    <template v-if="asked">
    <PainStrip v-model="during" label="Worst pain during it" large />
    <ChoiceRow v-model="symptom" label="What did you feel?" :options="usual" />
    <div class="stops"><ChoiceRow v-model="symptom" label="or one of the stop signs" :options="local" /></div>
    <div v-if="whole.length" class="stops"><ChoiceRow v-model="symptom" label="or a sign of the whole body" :options="whole" /></div>
    <ChoiceRow v-if="asksWhere" v-model="felt" label="Where?" :options="sites" />
    <ChoiceRow v-if="movedAsked" v-model="moved" label="Did anything move along the leg or arm?" :options="MOVED" />
    <div v-if="reasons.length" class="stops"><ChoiceRow v-model="reason" label="Did you have to stop for something else?" :options="reasons" /></div>
    <label v-if="ownWords" class="own">What was it? <textarea v-model="words" maxlength="400" rows="2"></textarea></label>
    <div v-if="isStop || (chosen && !ownWords)" class="stop-box" role="alert">
      <strong>{{ isStop ? 'Do not go on with this drill.' : 'Stop here for today.' }}</strong> {{ advice }}
      <template v-if="isStop"> The clinic sees your report at once. Its number is <CallLink :phone="sheet.clinic.phone" />.</template>
    </div>
    </template>
    <p v-if="!ready && asked" class="small quiet">Tell the worst pain, what you felt and where; then it goes on.</p>
    <button v-if="asked && !isStop && !(chosen && !ownWords)" class="act next big" :disabled="!ready">Go on</button>
    <button v-if="isStop || chosen" type="button" class="act stop big" :disabled="!ready" @click="send(true)">End the session here</button>
  </form>
</template>

<style scoped>
.report { display: grid; gap: 0.8rem; }
.stops :deep(button) { border-color: var(--clay); color: var(--clay-dark); text-align: left; }
.stops :deep(button[aria-pressed='true']) { background: var(--clay); color: #fff; }
.big { min-height: 60px; font-size: 1.15rem; }
.own { display: grid; gap: 0.3rem; }
.own textarea { font: inherit; padding: 0.5rem; border: 1px solid var(--line-strong); border-radius: var(--corner); background: var(--card); color: var(--ink); }
</style>
