<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { useSession } from '@/app/session'
import ProblemNote from '@/ui/ProblemNote.vue'
import { lastAct } from './lastAct'
import { nextStep, waitingSteps } from './nextStep'
import { useHandOver } from './useHandOver'

/** What is open, each a link, and the one next act; the hand-over is always in sight. */
const props = defineProps<{ frame: Schemas['Frame']; step: string }>()
const emit = defineEmits<{ close: [] }>()
const session = useSession()
const { busy, problem, handOver } = useHandOver()
const waiting = computed(() => waitingSteps(props.frame.path))
/** while the step itself waits for somebody, ending the visit is not the next act */
const settled = computed(() => !waiting.value.some((one) => one.step === props.step))
/** in an emergency nothing is tested and nothing planned: what is left is to write down what was done */
const emergency = computed(() => props.frame.outcome === 'emergency' && props.step === 'screening')
const next = computed(() => (emergency.value ? undefined : nextStep(props.frame.path, props.step)))
const sheet = computed(() => props.frame.sheet)
/** What keeps the sheet from being handed over, in words. */
const why = computed(() => {
  if (props.frame.closed) return 'the visit is closed'
  if (!sheet.value.drills.length) return 'nothing is on the sheet yet'
  if (!props.frame.issues_program) return `the screen is ${props.frame.outcome_words}`
  if (props.frame.stage_asked) return 'nobody said which stage is reached'
  if (sheet.value.refused.length) return 'a drill on it is refused now'
  return sheet.value.unchanged ? 'nothing changed' : ''
})
</script>

<template>
  <footer class="bar" aria-label="What is open, and the next act" data-tour="bar">
    <ProblemNote :problem="problem" />
    <p class="small open">
      <template v-if="waiting.length"><strong>Open:</strong> <template v-for="(one, n) in waiting" :key="one.step">{{ n ? '; ' : '' }}<RouterLink :to="`/visit/${frame.visit}/${one.step}`">{{ one.name }}, {{ one.words }}</RouterLink></template></template>
      <template v-else><strong>Open:</strong> nothing.</template>
    </p>
    <button v-if="lastAct" type="button" class="act plain" @click="lastAct.undo()">Undo the last change</button>
    <button v-if="session.may('hand-over')" class="act" :disabled="busy || !!why" :title="why" @click="handOver(frame)">
      {{ sheet.unchanged ? `Version ${sheet.version - 1} is in use, nothing changed` : `Hand over version ${sheet.version}` }}
    </button>
    <RouterLink v-if="emergency && !frame.closed" class="act next" data-next :to="{ path: `/visit/${frame.visit}/story`, query: { at: 'notes' } }">Write down what was done</RouterLink>
    <RouterLink v-else-if="next" class="act next" data-next :to="`/visit/${frame.visit}/${next.step}`">Go on to {{ next.name }}</RouterLink>
    <button v-else-if="!frame.closed && session.may('open-visit')" class="act" :class="{ next: settled }" data-next @click="emit('close')">Close visit {{ frame.number }}</button>
  </footer>
</template>

<style scoped>
.open { flex: 1 1 14rem; }
a.act { display: inline-grid; place-items: center; text-decoration: none; }
</style>
