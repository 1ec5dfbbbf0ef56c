<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { clinic, outcome, type Schemas } from '@/api/client'
import { useSession } from '@/app/session'
import { problemOf, unwrap, useVisit } from '@/shell/useVisit'
import CannotRead from '@/ui/CannotRead.vue'
import { readable, shortDate } from '@/ui/dates'
import { PAIN_RULES } from '@/ui/painRules'
import ReasonPanel, { type ReasonCard } from '@/ui/ReasonPanel.vue'
import RippleLine from '@/ui/RippleLine.vue'
import CountSession from './CountSession.vue'
import MorningEntry from './MorningEntry.vue'
import OpenSigns from './OpenSigns.vue'
import SessionEntry from './SessionEntry.vue'

/** How each drill and each session was answered by the body, up to the next morning. */
const { visit, refresh } = useVisit()
const session = useSession()
const path = { visit: visit.value }
const entering = ref<'no' | 'new' | Schemas['SessionOut']>('no')
const why = ref<{ title: string; reasons: ReasonCard[] } | null>(null)
const { data, error, refetch } = useQuery({
  queryKey: ['visit', visit, 'respond'],
  queryFn: async () => unwrap(await outcome(clinic.GET('/api/visits/{visit}/respond', { params: { path } }))),
})
const waiting = computed(() => data.value?.sessions.some((s) => s.morning === null && !s.left_out && s.date < data.value!.today))

async function saved(): Promise<void> {
  entering.value = 'no'
  await refresh()
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
      <span v-if="data.version" class="quiet">to version {{ data.version }}<template v-if="data.adherence !== null"> · {{ Math.round(data.adherence * 100) }} % of the due dates logged</template></span>
      <button v-if="data.version && session.may('log-for-client') && entering === 'no'" class="act right" @click="entering = 'new'">Enter a session</button>
    </div>
    <OpenSigns :visit="visit" :signs="data.signs" :may="session.may('answer-sign')" @answered="saved" />
    <p v-if="!data.version" class="empty quiet">Nothing was handed over yet. When the client does the session at home, each drill’s answer appears here: calm, stirred, flared, or waiting for the next morning.</p>
    <SessionEntry v-if="entering !== 'no' && data.version" :visit="visit" :version="data.version" :today="data.today" :planned="data.planned" :elsewhere="data.elsewhere" :corrects="entering === 'new' ? undefined : entering" @saved="saved" @cancel="entering = 'no'" />
    <MorningEntry v-if="waiting && session.may('log-for-client')" :visit="visit" :sessions="data.sessions" :today="data.today" @saved="refresh" />

    <table v-if="data.drills.length" class="drills">
      <caption class="visually-hidden">Responses of each drill</caption>
      <thead><tr><th>drill</th><th>responses, oldest first</th><th>pain allowed</th><th>at this dose</th><th></th></tr></thead>
      <tbody>
        <tr v-for="d in data.drills" :key="d.drill + d.side">
          <th scope="row">{{ d.title }}<template v-if="d.side !== 'both'"><br /><span class="small quiet">{{ d.side }}</span></template></th>
          <td><RippleLine :kinds="d.ripples" words /><span v-if="d.ripples.length && d.ripples.at(-1)?.kind !== 'calm'" class="small quiet"><br />{{ readable(d.why) }}</span></td>
          <td>up to {{ d.limit }} of 10<br /><span class="small quiet">{{ d.method.toLowerCase() }}</span></td>
          <td>{{ d.counted }} sessions<template v-if="d.since"><br /><span class="small quiet">since {{ shortDate(d.since) }}</span></template></td>
          <td><button type="button" class="link" @click="explain(d)">why<span class="visually-hidden"> {{ d.title }}</span></button></td>
        </tr>
      </tbody>
    </table>

    <template v-if="data.version">
      <h2>Sessions <RippleLine v-if="data.ripples.length" :kinds="data.ripples" /></h2>
      <p v-if="!data.sessions.length" class="quiet">No session yet. Each one arrives here by itself, and the morning after it is asked for.</p>
      <table v-else>
        <thead><tr><th>date</th><th>before</th><th>after</th><th>next morning</th><th>drills</th><th></th></tr></thead>
        <tbody>
          <tr v-for="s in data.sessions" :key="s.id" :class="{ out: s.left_out }">
            <th scope="row">{{ shortDate(s.date) }}<span class="small quiet"> v{{ s.version }}</span></th>
            <td>{{ s.before ?? 'not known' }}</td>
            <td>{{ s.after ?? 'not known' }}</td>
            <td :class="{ missing: s.morning === null }">{{ s.morning ?? 'not known' }}<span v-if="s.unusual !== 'none'" class="small quiet"> after {{ s.unusual.replace('-', ' ') }}</span></td>
            <td>
              <p v-for="d in s.drills" :key="d.drill" class="drill">
                <template v-if="d.kind"><RippleLine :kinds="[{ kind: d.kind, date: s.date }]" /> <strong>{{ d.kind }}</strong></template> {{ d.title }}<template v-if="d.stands_for"> in the place of {{ d.stands_for }}</template>
                <span class="small quiet"><template v-if="d.load">{{ d.load }}, </template>worst {{ d.during ?? 'not known' }}, {{ d.done_pct ?? '?' }} % done<template v-if="d.kind && d.kind !== 'calm'"> – {{ readable(d.why) }}</template></span>
              </p>
              <p v-if="s.note" class="small">“{{ s.note }}”</p>
              <p v-if="s.left_out" class="small clay"><strong>Left out of the count</strong> by {{ s.left_out.by }}, {{ shortDate(s.left_out.date) }}: {{ s.left_out.reason }}</p>
            </td>
            <td>
              <button v-if="session.may('log-for-client')" type="button" class="link" @click="entering = s">correct<span class="visually-hidden"> {{ shortDate(s.date) }}</span></button>
              <CountSession v-if="session.may('count-session')" :visit="visit" :session="s" :date="shortDate(s.date)" @saved="saved" />
            </td>
          </tr>
        </tbody>
      </table>
    </template>
    <ReasonPanel :open="!!why" :title="why?.title ?? ''" :reasons="why?.reasons ?? []" @close="why = null" />
  </section>
  <CannotRead v-else :problem="problemOf(error)" @again="refetch()" />
</template>

<style scoped>
section { display: grid; gap: 0.7rem; }
.head { display: flex; align-items: baseline; gap: 1rem; }
.right { margin-left: auto; }
.empty { border: 1px dashed var(--line-strong); padding: 1rem; border-radius: 4px; }
h2 { display: flex; gap: 1rem; align-items: center; margin-top: 0.4rem; }
table { border-collapse: collapse; width: 100%; }
th, td { text-align: left; vertical-align: top; padding: 0.35rem 0.7rem 0.35rem 0; border-top: 1px solid var(--line); font-weight: 400; }
thead th { border: 0; color: var(--ink-2); font-size: 0.875rem; }
tbody th { font-weight: 600; }
tbody th .small { white-space: nowrap; }
@media (max-width: 700px) {
  .head { flex-wrap: wrap; }
  thead { display: none; }
  tr { display: block; border-top: 1px solid var(--line); padding: 0.3rem 0; }
  tr > * { display: block; border: 0; padding: 0.1rem 0; }
}
.out .drill { color: var(--ink-2); }
.missing { font-style: italic; }
.drill { display: flex; gap: 0.4rem; align-items: center; flex-wrap: wrap; }
.link { border: 0; background: none; font: inherit; color: var(--river); text-decoration: underline; min-height: 44px; min-width: 44px; cursor: pointer; }
</style>
