<script setup lang="ts">
import { computed, ref } from 'vue'
import type { HomeSchemas } from '@/api/client'
import PainStrip from '@/ui/PainStrip.vue'
import CallLink from './CallLink.vue'
import type { Report } from './useRun'
import { isStop, phoneWords } from './words'

/** Right after the last drill: pain now, and what happens next. */
const props = defineProps<{ sheet: HomeSchemas['HomeSheet']; reports: Record<string, Report> }>()
const emit = defineEmits<{ done: [after: number | null] }>()
const after = ref<number | null>(null)
const signs = computed(() => Object.values(props.reports).map((r) => r.symptom).filter((s) => props.sheet.stop_symptoms.some((sign) => sign === s)))
const stopped = computed(() => Object.values(props.reports).some((r) => isStop(props.sheet, r)))
const advice = computed(() => [...new Set(signs.value.map((s) => phoneWords(props.sheet, s)))].join(' '))
</script>

<template>
  <section class="after">
    <h1>{{ stopped ? 'The session ends here' : 'That was the session' }}</h1>
    <div v-if="signs.length" class="stop-box"><strong>A stop sign came.</strong> {{ advice }} Call <CallLink :phone="sheet.clinic.phone" /> before the next session. {{ sheet.clinic.emergency }}</div>
    <PainStrip v-model="after" label="Pain right after" large />
    <button class="act next big" :disabled="after === null" @click="emit('done', after)">Send to the clinic</button>
    <p class="quiet">Tomorrow morning this page asks how you are. That answer decides what comes next.</p>
  </section>
</template>

<style scoped>
.after { display: grid; gap: 1rem; }
.big { min-height: 60px; font-size: 1.15rem; }
</style>
