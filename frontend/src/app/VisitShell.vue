<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { clinic, outcome, type Problem } from '@/api/client'
import CannotRead from '@/ui/CannotRead.vue'
import ProblemNote from '@/ui/ProblemNote.vue'
import { shortDate } from '@/ui/dates'
import PathLine from '@/ui/PathLine.vue'
import { useSession } from './session'
import SheetAside from './SheetAside.vue'
import { useVisit } from './useVisit'

const { visit, frame, problem: unread, refresh } = useVisit()
const session = useSession()
const router = useRouter()
const route = useRoute()
const closing = ref(false)
const problem = ref<Problem | null>(null)
const waiting = computed(() => frame.value?.path.filter((step) => ['waiting', 'stopped'].includes(step.state)) ?? [])
const sideWords = computed(() => (frame.value?.side === 'both' ? 'both sides' : (frame.value?.side ?? '')))
const stopped = computed(() => ['hold', 'refer', 'emergency'].includes(frame.value?.outcome ?? ''))

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
</script>

<template>
  <div class="shell">
    <header>
      <RouterLink to="/" class="brand">Ease Path</RouterLink>
      <p v-if="frame" class="who">
        <strong>{{ frame.client.name }}</strong>
        <span>{{ [frame.client.age, frame.client.trade].filter(Boolean).join(', ') }}</span>
        <span v-if="frame.condition">· {{ [frame.condition, sideWords].filter(Boolean).join(', ') }}</span>
        <span v-if="frame.since">· since {{ shortDate(frame.since) }}</span>
      </p>
      <template v-if="frame && !frame.fault">
        <p class="tag">irritability {{ frame.irritability }}</p>
        <p class="tag" :class="{ stop: frame.refused || stopped }">
          <template v-if="stopped">screen: {{ frame.outcome_words }}</template>
          <template v-else>{{ frame.refused }} drills refused, {{ frame.changed }} changed</template>
        </p>
      </template>
      <p class="right small quiet" v-if="frame">visit {{ frame.number }}{{ frame.closed ? ', closed' : '' }} · {{ session.me?.name }}
        <button v-if="!frame.closed && session.may('open-visit')" class="act plain" :aria-expanded="closing" @click="closing = !closing">Close the visit</button></p>
    </header>
    <div v-if="frame?.closed" class="band"><p><strong>Visit {{ frame.number }} is closed and stays as it was.</strong> The next visit starts from it.</p><button class="act next" @click="openNext">Open the next visit</button></div>
    <div v-else-if="closing && frame" class="band">
      <p v-if="waiting.length"><strong>Still open, kept for next time:</strong> {{ waiting.map((s) => `${s.name}, ${s.words}`).join('; ') }}.</p>
      <p v-else><strong>Nothing is left open.</strong></p>
      <span><button class="act next" @click="close">Close visit {{ frame.number }}</button> <button class="act plain" @click="closing = false">go on with it</button></span>
    </div>
    <ProblemNote :problem="problem" />
    <div v-if="frame?.fault" class="band fault" role="alert">
      <p><strong>The facts of this client cannot be read, so nothing is judged and no program is made.</strong> {{ frame.fault }}.</p>
    </div>
    <main v-if="!frame" class="middle"><CannotRead :problem="unread" @again="refresh" /></main>
    <div v-if="frame" class="body" :class="{ whole: route.name === 'plan' }">
      <PathLine :steps="frame.path" :visit="visit" class="left" />
      <main class="middle"><RouterView :key="visit" /></main>
      <div v-if="route.name !== 'plan'" class="edge"><SheetAside :frame="frame" @changed="refresh" /></div>
    </div>
  </div>
</template>

<style scoped>
.shell { min-height: 100vh; display: flex; flex-direction: column; }
header {
  display: flex; align-items: center; gap: 1rem; padding: 0 1.25rem; min-height: 54px; background: var(--card);
  border-bottom: 1px solid var(--line); flex-wrap: wrap;
}
.brand { font-family: var(--serif); font-weight: 600; font-size: 1.15rem; color: var(--river); text-decoration: none; min-height: 44px; display: inline-flex; align-items: center; }
.who { display: flex; gap: 0.4rem; flex-wrap: wrap; }
.tag { border-left: 3px solid var(--river); padding-left: 0.6rem; font-size: 0.95rem; }
.tag.stop { border-color: var(--clay); color: var(--clay); }
.right { margin-left: auto; }
.band { display: flex; justify-content: space-between; gap: 1rem; align-items: center; background: var(--river-soft); padding: 0.5rem 1.25rem; border-bottom: 1px solid var(--line); flex-wrap: wrap; }
.band.fault { background: var(--card); border-left: 4px solid var(--clay); color: var(--clay); }
.body { flex: 1; display: grid; grid-template-columns: 172px minmax(0, 1fr) 318px; }
.body.whole { grid-template-columns: 172px minmax(0, 1fr); }
.left { padding: 0.4rem 0 0.4rem 0.4rem; }
.middle { padding: 1.1rem 1.2rem; min-width: 0; }
.edge { background: var(--paper-deep); border-left: 1px solid var(--line); padding: 1rem; }
.edge > * { position: sticky; top: 1rem; height: calc(100vh - 54px - 2rem); min-height: 0; }
@media (max-width: 1000px) {
  .body, .body.whole { grid-template-columns: 130px minmax(0, 1fr); }
  .edge { grid-column: 1 / -1; }
  .edge > * { position: static; height: auto; }
}
@media (max-width: 700px) {
  header { padding: 0.2rem 0.8rem; gap: 0.2rem 0.8rem; }
  .body { display: block; }
  .left { padding: 0 0.5rem; border-bottom: 1px solid var(--line); }
  .middle { padding: 0.8rem; }
}
</style>
