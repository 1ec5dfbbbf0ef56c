<script setup lang="ts">
import { computed, defineAsyncComponent, nextTick, ref, useTemplateRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useSession } from '@/app/session'
import { clinic, outcome, type Problem } from '@/api/client'
import CannotRead from '@/ui/CannotRead.vue'
import ProblemNote from '@/ui/ProblemNote.vue'
import BottomBar from './BottomBar.vue'
import { finding } from './finding'
import { pathFolded, screenSheetFolded, sheetFolded } from './folded'
import { waitingSteps } from './nextStep'
import PathLine from './PathLine.vue'
import SheetAside from './SheetAside.vue'
import { tourAnswered, tourOffered, tourShown } from './tour'
import { useHeadingFocus } from './useHeadingFocus'
import { useShellKeys } from './useShellKeys'
import { useVisit } from './useVisit'
import { warmSteps } from './warmSteps'
import VisitHeader from './VisitHeader.vue'

const FirstTour = defineAsyncComponent(() => import('./FirstTour.vue'))
const KeyHelp = defineAsyncComponent(() => import('./KeyHelp.vue'))
const { visit, frame, problem: unread, refresh } = useVisit()
const router = useRouter()
const route = useRoute()
const session = useSession()
const closing = ref(false)
const helping = ref(false)
const problem = ref<Problem | null>(null)
const middle = useTemplateRef<HTMLElement>('middle')
const band = useTemplateRef<HTMLElement>('band')
const step = computed(() => String(route.name ?? ''))
const stepName = computed(() => frame.value?.path.find((one) => one.step === step.value)?.name ?? '')
/** Plan and Adjust bring their own right side, Story and Respond take the whole width */
const whole = computed(() => ['story', 'plan', 'respond', 'adjust'].includes(step.value))
const folded = computed({
  get: () => (step.value === 'screening' ? screenSheetFolded : sheetFolded).value,
  set: (now) => { (step.value === 'screening' ? screenSheetFolded : sheetFolded).value = now },
})
/** their bar is their own, in this place */
const OWN_BAR = new Set(['plan', 'adjust'])
const waiting = computed(() => waitingSteps(frame.value?.path ?? []))
useHeadingFocus(middle)
const opened = computed(() => !!frame.value)
watch(opened, (now) => { if (now) warmSteps(router) }, { immediate: true, once: true })
useShellKeys({
  steps: () => frame.value?.path ?? [],
  goTo: (name) => void router.push(`/visit/${visit.value}/${name}`),
  help: () => { helping.value = !helping.value },
})

async function askToClose(): Promise<void> {
  closing.value = !closing.value
  await nextTick()
  band.value?.scrollIntoView({ block: 'nearest' })
}

async function close(): Promise<void> {
  const found = await outcome(clinic.POST('/api/visits/{visit}/close', { params: { path: { visit: visit.value } } }))
  problem.value = found.ok ? null : found.problem
  if (!found.ok) return
  closing.value = false
  await refresh()
  await router.push('/')
}

async function openNext(): Promise<void> {
  if (!frame.value) return
  const found = await outcome(clinic.POST('/api/complaints/{complaint}/visits', { params: { path: { complaint: frame.value.complaint } } }))
  problem.value = found.ok ? null : found.problem
  if (found.ok) await router.push(`/visit/${found.data.visit}/story`)
}

function walk(): void {
  helping.value = false
  tourShown.value = true
}
</script>

<template>
  <div class="shell">
    <a class="skip" href="#step" @click.prevent="middle?.focus()">Skip to the step</a>
    <VisitHeader :frame="frame" :closing="closing" @find="finding = true" @help="helping = true" @close-visit="askToClose" />
    <section v-if="tourOffered && frame && !tourShown" class="band" aria-label="A first walk"><p>First time here? A walk of four stops shows where things are.</p><span><button class="act" @click="walk">Walk me round</button> <button class="act plain" @click="tourAnswered">Not now</button></span></section>
    <section v-if="frame?.closed" class="band" aria-label="This visit is closed"><p><strong>Visit {{ frame.number }} is closed and stays as it was.</strong> The next visit starts from it.</p><button class="act next" @click="openNext">Open the next visit</button></section>
    <section v-else-if="closing && frame" ref="band" class="band" aria-label="Closing the visit">
      <p v-if="waiting.length"><strong>Still open, kept for next time:</strong> {{ waiting.map((s) => `${s.name}, ${s.words}`).join('; ') }}.</p>
      <p v-else><strong>Nothing is left open.</strong></p>
      <span><button class="act next" @click="close">Close visit {{ frame.number }}</button> <button class="act plain" @click="closing = false">go on with it</button>
        <RouterLink v-if="session.may('write-document')" class="small" :to="`/complaint/${frame.complaint}/write/note?visit=${frame.visit}`">Write the visit note first</RouterLink></span>
    </section>
    <ProblemNote :problem="problem" />
    <div v-if="frame?.fault" class="band fault" role="alert">
      <p><strong>The facts of this client cannot be read, so nothing is judged and no program is made.</strong> {{ frame.fault }}.</p>
    </div>
    <main v-if="!frame" class="middle"><CannotRead :problem="unread" @again="refresh" /></main>
    <div v-if="frame" class="body" :class="{ whole, 'path-folded': pathFolded, 'sheet-folded': folded }">
      <PathLine :steps="frame.path" :visit="visit" class="left" />
      <main id="step" ref="middle" class="middle" tabindex="-1" data-tour="step"><RouterView :key="visit" @close-visit="askToClose" /></main>
      <div v-if="!whole" class="edge"><SheetAside v-model:folded="folded" :frame="frame" /></div>
    </div>
    <div v-if="frame" id="act-bar" class="foot"><BottomBar v-if="!OWN_BAR.has(step)" :frame="frame" :step="step" @close="askToClose" /></div>
    <KeyHelp v-if="frame" :open="helping" :step="step" :name="stepName" @close="helping = false" @tour="walk" />
    <FirstTour v-if="tourShown" />
  </div>
</template>

<style scoped>
.shell { min-height: 100vh; display: flex; flex-direction: column; }
.skip { position: absolute; left: 0.5rem; top: -4rem; background: var(--card); padding: 0.6rem 1rem; z-index: 10; }
.skip:focus { top: 0.2rem; }
.band { display: flex; justify-content: space-between; gap: 1rem; align-items: center; background: var(--river-soft); padding: 0.3rem 1.1rem; border-bottom: 1px solid var(--line); flex-wrap: wrap; }
.band.fault { background: var(--card); border-left: 4px solid var(--clay); color: var(--clay); }
.body { flex: 1; display: grid; grid-template-columns: 166px minmax(0, 1fr) 290px; }
.body.sheet-folded { grid-template-columns: 166px minmax(0, 1fr) 44px; }
.body.path-folded { grid-template-columns: 48px minmax(0, 1fr) 290px; }
.body.path-folded.sheet-folded { grid-template-columns: 48px minmax(0, 1fr) 44px; }
.body.whole { grid-template-columns: 166px minmax(0, 1fr); }
.body.whole.path-folded { grid-template-columns: 48px minmax(0, 1fr); }
.left { padding: 0.2rem 0 0.2rem 0.3rem; position: sticky; top: 0; align-self: start; }
.middle { padding: 1rem 1.2rem; min-width: 0; outline: none; }
.middle :deep(h1:focus) { outline: none; }
.edge { background: var(--paper-deep); border-left: 1px solid var(--line); padding: 0.7rem; }
.sheet-folded .edge { padding: 0; }
.edge > :deep(*) { position: sticky; top: 0.7rem; height: calc(100vh - 48px - 60px - 1.4rem); min-height: 0; }
.foot { position: sticky; bottom: 0; z-index: 4; }
.foot :deep(.bar > p) { flex: 1 1 12rem; }
.foot :deep(.bar .plain) { margin-left: auto; }
.foot :deep(.bar) { background: var(--card); border-top: 1px solid var(--line-strong); display: flex; flex-wrap: wrap; justify-content: space-between; align-items: center; gap: 0.3rem 0.8rem; padding: 0.4rem 1.1rem; min-height: 60px; }
@media (max-width: 1000px) {
  .body, .body.whole, .body.path-folded, .body.whole.path-folded, .body.sheet-folded, .body.path-folded.sheet-folded { grid-template-columns: minmax(0, 1fr); }
  .left { position: static; padding: 0 0.5rem; border-bottom: 1px solid var(--line); min-width: 0; }
  .edge > :deep(*) { position: static; height: auto; }
}
@media (max-width: 700px) { .middle { padding: 0.8rem; } }
</style>
