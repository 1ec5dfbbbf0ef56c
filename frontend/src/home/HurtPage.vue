<script setup lang="ts">
import { computed, ref } from 'vue'
import type { HomeSchemas } from '@/api/client'
import ChipRow from './ChipRow.vue'
import PainCells from './PainCells.vue'
import PlaceTold from './PlaceTold.vue'
import type { Report } from './useRun'
import { isSign, phoneWords, symptomChoices, usualSymptoms } from './signs'
import { PRESSED_AND_TOLD } from './told'
import { say } from './words'

/** After a stop: where, what it was like, how bad. All may stay empty; what is told is added to the stop. */
const props = defineProps<{ drill: HomeSchemas['HomeDrill']; sheet: HomeSchemas['HomeSheet']; report: Report | undefined }>()
const emit = defineEmits<{ told: [report: Report]; back: [] }>()
const symptom = ref<Report['symptom']>(props.report?.symptom ?? '')
const during = ref<number | null>(null)
const place = ref({ felt: '', felt_side: '' as const, felt_words: '' })
const near = computed(() => props.drill.felt_sites.filter((site) => site !== 'target'))
const signs = computed(() => symptomChoices(props.sheet, props.sheet.stop_symptoms))
const others = computed(() => symptomChoices(props.sheet, usualSymptoms(props.sheet)))
const isStop = computed(() => isSign(props.sheet, symptom.value))

function send(): void {
  emit('told', { said: 'stop', during: during.value, symptom: symptom.value, ...place.value, stopped: PRESSED_AND_TOLD })
}
</script>

<template>
  <form class="hurt" @submit.prevent="send">
    <p><button type="button" class="link" @click="emit('back')">‹ {{ say.stopped.added }}</button></p>
    <h1>{{ say.stopped.where }}</h1>
    <PlaceTold v-model="place" :label="say.stopped.where" :near="near" :all="sheet.sites" :feel="drill.feel" class="nolabel" />
    <ChipRow v-model="symptom" clay :label="say.stopped.like" :options="signs" />
    <ChipRow v-model="symptom" :label="say.stopped.like" hide-label :options="others" />
    <p v-if="isStop" class="stop-box" role="alert"><strong>{{ phoneWords(sheet, symptom) }}</strong></p>
    <PainCells v-model="during" :label="say.stopped.bad" />
    <button class="act next big">{{ say.stopped.send }}</button>
  </form>
</template>

<style scoped>
.hurt { display: grid; gap: 1rem; }
.nolabel :deep(legend) { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); }
.big { min-height: 60px; border-radius: 8px; font-size: 1.15rem; }
.link { border: 0; background: none; padding: 0; font: inherit; color: var(--river); min-height: 44px; cursor: pointer; }
</style>
