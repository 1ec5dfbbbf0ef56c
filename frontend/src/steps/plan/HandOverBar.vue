<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { useSession } from '@/app/session'
import { useHandOver } from '@/shell/useHandOver'
import DayBox from '@/ui/DayBox.vue'
import ProblemNote from '@/ui/ProblemNote.vue'

/** What is open before the sheet is handed over, and the one act that does it: the bar of the shell while Plan is open. */
const props = defineProps<{ frame: Schemas['Frame']; view: Schemas['PlanOut']; /** a session is being made anew: what is shown is not yet what would be handed over */ making: boolean; settle: () => Promise<boolean>; undo?: () => void }>()
const session = useSession()
const { busy, problem, handOver } = useHandOver()
const reviewOn = ref<string | null>(null)
const number = computed(() => props.frame.sheet.version)
const unchanged = computed(() => !props.view.made && props.frame.sheet.unchanged)
const open = computed(() => [
  ...(props.view.issues_program ? [] : [{ words: `the screen is ${props.frame.outcome_words}`, to: 'screening' }]),
  ...(props.view.stage_asked ? [{ words: 'nobody said which stage is reached', to: 'plan' }] : []),
  ...props.view.refused.map((one) => ({ words: `${one.title} is refused now`, to: 'plan' })),
  ...(props.view.drills.length ? [] : [{ words: 'nothing is on the sheet', to: 'plan' }]),
])
const tried = computed(() => props.frame.path.find((step) => step.step === 'tryout')?.state === 'open')

async function hand(): Promise<void> {
  if (await props.settle()) await handOver(props.frame, reviewOn.value)
}
</script>

<template>
  <Teleport to="#act-bar">
  <footer class="bar" aria-label="Hand over" data-tour="bar">
    <ProblemNote :problem="problem" />
    <p class="small">
      <template v-if="open.length"><strong>Open here:</strong> <template v-for="(one, n) in open" :key="one.words">{{ n ? '; ' : '' }}<RouterLink v-if="one.to !== 'plan'" :to="`/visit/${frame.visit}/${one.to}`">{{ one.words }}</RouterLink><template v-else>{{ one.words }}</template></template>.</template>
      <template v-else-if="!tried && !frame.closed"><strong>Open here:</strong> nothing. Not tried in the room yet: <RouterLink :to="`/visit/${frame.visit}/tryout`">try it first</RouterLink>.</template>
      <template v-else><strong>Open here:</strong> nothing.</template>
    </p>
    <button v-if="undo" type="button" class="act plain" @click="undo()">Undo the last change</button>
    <p v-if="!session.may('hand-over')" class="small quiet">A clinician hands the sheet over.</p>
    <label v-if="session.may('hand-over') && !frame.closed && !unchanged" class="small quiet review">look at it together on <DayBox id="review-on" label="look at it together on" placeholder="no day yet" :model-value="reviewOn" @update:model-value="reviewOn = $event" /></label>
    <button v-if="session.may('hand-over')" class="act next" :disabled="busy || making || frame.closed || !!open.length || unchanged" data-next @click="hand">
      {{ unchanged ? `Version ${number - 1} is in use, nothing changed` : `Hand over version ${number}` }}
    </button>
  </footer>
  </Teleport>
</template>

<style scoped>
.review { display: inline-flex; align-items: center; gap: 0.4rem; margin-left: auto; }
.review :deep(.ant-picker) { width: 9.5rem; }
</style>
