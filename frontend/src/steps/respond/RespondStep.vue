<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { Segmented } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { clinic, outcome, type Schemas } from '@/api/client'
import { useSession } from '@/app/session'
import LinesBetween from '@/messages/LinesBetween.vue'
import { problemOf, unwrap, useVisit } from '@/shell/useVisit'
import CannotRead from '@/ui/CannotRead.vue'
import { PAIN_RULES } from '@/ui/painRules'
import WholeLink from '@/course/WholeLink.vue'
import ReasonPanel, { type ReasonCard } from '@/ui/ReasonPanel.vue'
import { counted } from './course'
import CourseChart from './CourseChart.vue'
import DrillTable from './DrillTable.vue'
import MorningEntry from './MorningEntry.vue'
import OpenSigns from './OpenSigns.vue'
import RestLines from './RestLines.vue'
import SessionEntry from './SessionEntry.vue'
import SessionTable from './SessionTable.vue'

/** Better or worse, and since when; and how each drill and each session was answered by the body, up to the next morning. */
const { visit, frame, refresh } = useVisit()
const session = useSession()
const path = { visit: visit.value }
const entering = ref<'no' | 'new' | Schemas['SessionOut']>('no')
const why = ref<{ title: string; reasons: ReasonCard[] } | null>(null)
const view = ref<'course' | 'drills'>('course')
const chosen = ref('')
const { data, error, refetch } = useQuery({
  queryKey: ['visit', visit, 'respond'],
  queryFn: async () => unwrap(await outcome(clinic.GET('/api/visits/{visit}/respond', { params: { path } }))),
})
const waiting = computed(() => data.value?.sessions.some((s) => s.morning === null && !s.left_out && s.date < data.value!.today))
const keyOf = (one: Schemas['DrillResponse']) => `${one.drill} ${one.side}`
/** the drill drawn: the one chosen, else the first that did not stay calm */
const drill = computed(() => data.value?.drills.find((d) => keyOf(d) === chosen.value) ?? data.value?.drills.find((d) => d.ripples.some((r) => r.kind !== 'calm')) ?? data.value?.drills[0])
const summary = computed(() => {
  if (!data.value?.version) return ''
  const { sessions, adherence, version } = data.value
  const told = sessions.length ? `${sessions.length === 1 ? '1 session' : `${sessions.length} sessions`}: ${counted(sessions)}` : 'no session told yet'
  return `${told} · version ${version} in use${adherence === null ? '' : ` · ${Math.round(adherence * 100)} % of the days due were done`}`
})

async function saved(): Promise<void> {
  entering.value = 'no'
  await refresh()
}

function correct(one: Schemas['SessionOut']): void {
  entering.value = one
}

function explain(drill: Schemas['DrillResponse']): void {
  why.value = {
    title: drill.title,
    reasons: [{
      rule: 'response', text: drill.why || 'No session of this drill yet.',
      facts: { method: drill.method, 'pain allowed at this irritability': `up to ${drill.limit} of 10`, 'sessions at this dose': drill.counted },
      threshold: PAIN_RULES[drill.pain_rule], source: drill.source ?? null,
    }],
  }
}
</script>

<template>
  <section v-if="data" aria-label="Respond">
    <div class="head">
      <h1>Respond</h1>
      <span class="quiet grow">{{ summary }}</span>
      <template v-if="data.version">
        <Segmented v-if="data.sessions.length" role="radiogroup" aria-label="what is drawn" :value="view" :options="[{ value: 'course', label: 'course' }, { value: 'drills', label: 'by drill' }]" @change="view = $event === 'drills' ? 'drills' : 'course'" />
        <button v-if="session.may('log-for-client') && entering === 'no'" class="act" @click="entering = 'new'">Enter a session</button>
      </template>
    </div>
    <OpenSigns :visit="visit" :signs="data.signs" :may="session.may('answer-sign')" @answered="saved" />
    <RestLines v-if="data.version && data.rests.length" :visit="visit" :rests="data.rests" :drills="data.drills" :may="session.may('order-rest')" @changed="saved" />
    <WholeLink v-if="frame && data.version" :frame="frame" />
    <LinesBetween v-if="frame" :visit="visit" :name="frame.client.first_name" :handed="!!data.version" folded />
    <p v-if="!data.version" class="empty quiet">Nothing was handed over yet. When the client does the session at home, each drill’s answer appears here: calm, stirred, flared, or waiting for the next morning.</p>
    <SessionEntry v-if="entering !== 'no' && data.version" :visit="visit" :version="data.version" :today="data.today" :planned="data.planned" :elsewhere="data.elsewhere" :corrects="entering === 'new' ? undefined : entering" @saved="saved" @cancel="entering = 'no'" />
    <MorningEntry v-if="waiting && session.may('log-for-client')" :visit="visit" :sessions="data.sessions" :today="data.today" @saved="refresh" />

    <template v-if="data.version">
      <div v-if="!data.sessions.length" class="empty">
        <p>Nothing told yet. Each session arrives here by itself once it is done at home, and the morning after it is asked for.</p>
        <button v-if="session.may('log-for-client') && entering === 'no'" class="act" @click="entering = 'new'">Enter one that was told</button>
      </div>
      <template v-else>
        <template v-if="view === 'course'">
          <CourseChart :course="data.course" :sessions="data.sessions" :today="data.today" />
          <SessionTable :sessions="data.sessions" :visit="visit" @correct="correct" @saved="saved" />
        </template>
        <template v-else>
          <CourseChart v-if="drill" :key="keyOf(drill)" :course="data.course" :sessions="data.sessions" :today="data.today" :drill="drill" />
          <DrillTable :drills="data.drills" :chosen="drill" @choose="chosen = keyOf($event)" @explain="explain" />
        </template>
      </template>
    </template>
    <ReasonPanel :open="!!why" :title="why?.title ?? ''" :reasons="why?.reasons ?? []" @close="why = null" />
  </section>
  <CannotRead v-else :problem="problemOf(error)" @again="refetch()" />
</template>

<style scoped>
section { display: grid; gap: 0.7rem; grid-template-columns: minmax(0, 1fr); }
.head { display: flex; align-items: baseline; gap: 0.6rem 1rem; flex-wrap: wrap; }
.grow { flex: 1 1 20rem; }
.empty { border: 1px dashed var(--line-strong); padding: 1rem; border-radius: 4px; display: grid; gap: 0.6rem; justify-items: start; }
</style>
