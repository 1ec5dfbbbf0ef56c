<script setup lang="ts">
import { computed, defineAsyncComponent, nextTick, onMounted, onUnmounted, ref, useTemplateRef } from 'vue'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import { paint } from '@/ui/chart/paint'
import ProblemNote from '@/ui/ProblemNote.vue'
import { traceOption } from './traceOption'
import { useInclinometer, type Sample } from './useInclinometer'

/** The inclinometer for one side of a test: live, frozen by a key, read by the rules; or a trace from a table. */
const props = defineProps<{ visit: number; test: Schemas['TestOut']; side: Schemas['TestSide']; /** hand readings stand here already */ byHand: boolean }>()
const emit = defineEmits<{ keep: [degrees: number]; close: [] }>()
const EChart = defineAsyncComponent(() => import('@/ui/chart/EChart.vue'))
const HEIGHT = 170
const path = { visit: props.visit }
const { samples, live, problem, start, stop } = useInclinometer(() => `/api/visits/${props.visit}/inclinometer?measure=${props.test.measure}`)
const trace = ref<Schemas['TraceOut'] | null>(null)
const fault = ref<Problem | null>(null)
const panel = useTemplateRef<HTMLElement>('panel')
const file = useTemplateRef<HTMLInputElement>('file')
const now = computed(() => samples.value.at(-1))
const drawn = computed<Sample[]>(() => (trace.value ? trace.value.samples.map((one) => [one.t, one.thigh, one.pelvis]) : samples.value))
const read = computed(() => (trace.value?.angle == null || trace.value.at === null ? null : { angle: trace.value.angle, at: trace.value.at }))
const said = computed(() => `${read.value ? `Read at ${read.value.angle} degrees, ${trace.value?.found}` : 'No reading yet'}; ${drawn.value.length} samples over ${Math.round(drawn.value.at(-1)?.[0] ?? 0)} seconds`)
const label = computed(() => (props.side.side === 'both' ? '' : `, ${props.side.side}`))
const TYPING = new Set(['INPUT', 'TEXTAREA'])

onMounted(() => { document.addEventListener('keydown', onKey); panel.value?.focus() })
onUnmounted(() => document.removeEventListener('keydown', onKey))

/** The freezing key works from anywhere but a field: both hands are at the client. */
function onKey(event: KeyboardEvent): void {
  if (!live.value || event.key !== ' ' || TYPING.has((event.target as Element).tagName)) return
  event.preventDefault()
  void freeze()
}

/** An instrument that ends by itself is read as if it had been frozen. */
async function begin(): Promise<void> {
  trace.value = fault.value = null
  if (await start()) await look({ samples: samples.value, csv: '' })
}

async function freeze(): Promise<void> {
  stop()
  await look({ samples: samples.value, csv: '' })
}

async function look(body: { samples: Sample[]; csv: string }): Promise<void> {
  const found = await outcome(clinic.POST('/api/visits/{visit}/trace', { params: { path }, body }))
  trace.value = found.ok ? found.data : null
  fault.value = found.ok ? null : { ...found.problem, detail: found.problem.fields.csv ? `The table ${found.problem.fields.csv}` : found.problem.detail, fields: {} }
  await nextTick()
  panel.value?.querySelector<HTMLElement>('[data-keep]')?.focus()
}

async function fromTable(event: Event): Promise<void> {
  const chosen = (event.target as HTMLInputElement).files?.[0]
  if (!chosen) return
  stop()
  await look({ samples: [], csv: await chosen.text() })
  if (file.value) file.value.value = '' // the same file can be chosen again once it was put right
}

function keep(): void {
  if (read.value) emit('keep', read.value.angle)
  trace.value = null
}
</script>

<template>
  <section ref="panel" class="inclinometer" tabindex="-1" @keydown.esc="emit('close')" :aria-label="`Inclinometer${label}`">
    <div class="line">
      <output class="angle" aria-live="off">{{ read ? read.angle : now ? Math.round(now[1]) : '–' }}°</output>
      <button type="button" class="act plain" @click="emit('close')">close</button>
      <span class="acts">
        <button v-if="live" type="button" class="act next" @click="freeze">Freeze <kbd>Space</kbd></button>
        <button v-else-if="read" type="button" class="act next" data-keep :disabled="byHand" @click="keep">Keep {{ read.angle }}°</button>
        <button v-if="!live" type="button" class="act" @click="begin">{{ drawn.length ? 'Raise again' : 'Start' }}</button>
        <button type="button" class="act plain" @click="file?.click()">A trace from a table</button>
        <input ref="file" type="file" accept=".csv,text/csv,text/plain" class="visually-hidden" tabindex="-1" aria-label="A trace from a table (CSV)" @change="fromTable">
      </span>
    </div>
    <p v-if="!drawn.length" class="small quiet">{{ test.set_up.sensors === 2 ? 'Two sensors: one on the shin, one on the pelvis. ' : '' }}Start, leave it still for two seconds, move slowly, hold the top, then freeze it. A table has the columns t, thigh{{ test.set_up.sensors === 2 ? ', pelvis' : '' }}.</p>
    <EChart v-else :option="traceOption(drawn, read, paint())" :height="HEIGHT" :label="said" />
    <div role="status" class="small">
      <p v-if="read"><strong>{{ read.angle }}°</strong>: {{ trace?.found }}.</p>
      <p v-if="trace?.refused"><strong>No reading.</strong> {{ trace.refused }}</p>
      <p v-if="byHand && read">Readings of the hand stand here; those of a sensor are never compared with them. Take them out first.</p>
    </div>
    <ProblemNote :problem="fault ?? problem" />
  </section>
</template>

<style scoped>
.inclinometer { border: 1px solid var(--line-strong); border-radius: var(--corner); background: var(--card); padding: 0.5rem 0.7rem; display: grid; gap: 0.3rem; grid-template-columns: minmax(0, 1fr); }
.line { display: flex; justify-content: space-between; align-items: center; gap: 0.6rem; flex-wrap: wrap; }
.angle { font-size: 2.2rem; font-weight: 600; min-width: 5.5rem; line-height: 1.1; }
.acts { display: flex; gap: 0.2rem; flex-wrap: wrap; align-items: center; }
.acts .act { min-height: 36px; padding: 0 0.7rem; }
kbd { font: inherit; font-size: 0.8rem; border: 1px solid currentColor; border-radius: 3px; padding: 0 0.3rem; margin-left: 0.3rem; }
</style>
