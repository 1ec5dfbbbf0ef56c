<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import { handedOver } from '@/app/handedOver'
import { useSession } from '@/app/session'
import ProblemNote from '@/ui/ProblemNote.vue'

/** What is open before the sheet is handed over, and the one act that does it: always in sight. */
const props = defineProps<{ frame: Schemas['Frame']; view: Schemas['PlanOut']; settle: () => Promise<boolean> }>()
const emit = defineEmits<{ changed: [] }>()
const session = useSession()
const router = useRouter()
const busy = ref(false)
const problem = ref<Problem | null>(null)
const number = computed(() => props.frame.sheet.version)
const unchanged = computed(() => !props.view.made && props.frame.sheet.unchanged)
const open = computed(() => [
  ...(props.view.issues_program ? [] : [{ words: `the screen is ${props.frame.outcome_words}`, to: 'screening' }]),
  ...(props.view.stage_asked ? [{ words: 'nobody said which stage is reached', to: 'plan' }] : []),
  ...props.view.refused.map((one) => ({ words: `${one.title} is refused now`, to: 'plan' })),
  ...(props.view.drills.length ? [] : [{ words: 'nothing is on the sheet', to: 'plan' }]),
])
const tried = computed(() => props.frame.path.find((step) => step.step === 'tryout')?.state === 'open')

async function handOver(): Promise<void> {
  busy.value = true
  problem.value = null
  if (await props.settle()) {
    const result = await outcome(clinic.POST('/api/visits/{visit}/hand-over', { params: { path: { visit: props.frame.visit } }, body: { of_version: number.value - 1 } }))
    problem.value = result.ok ? null : result.problem
    if (result.ok) {
      handedOver.value = { visit: props.frame.visit, link: result.data.link, version: result.data.version.number }
      emit('changed')
      await router.push(`/visit/${props.frame.visit}/home`)
    }
  }
  busy.value = false
}
</script>

<template>
  <footer class="bar" aria-label="Hand over">
    <ProblemNote :problem="problem" />
    <p class="small">
      <template v-if="open.length"><strong>Open here:</strong> <template v-for="(one, n) in open" :key="one.words">{{ n ? '; ' : '' }}<RouterLink v-if="one.to !== 'plan'" :to="`/visit/${frame.visit}/${one.to}`">{{ one.words }}</RouterLink><template v-else>{{ one.words }}</template></template>.</template>
      <template v-else-if="!tried && !frame.closed"><strong>Open here:</strong> nothing. Not tried in the room yet: <RouterLink :to="`/visit/${frame.visit}/tryout`">try it first</RouterLink>.</template>
      <template v-else><strong>Open here:</strong> nothing.</template>
    </p>
    <p v-if="!session.may('hand-over')" class="small quiet">A clinician hands the sheet over.</p>
    <button v-else class="act next" :disabled="busy || frame.closed || !!open.length || unchanged" @click="handOver">
      {{ unchanged ? `Version ${number - 1} is in use, nothing changed` : `Hand over version ${number}` }}
    </button>
  </footer>
</template>

<style scoped>
.bar { position: sticky; bottom: 0; background: var(--card); border-top: 1px solid var(--line-strong); display: flex; flex-wrap: wrap; justify-content: space-between; align-items: center; gap: 0.4rem 1rem; padding: 0.6rem 0.8rem; z-index: 3; }
</style>
