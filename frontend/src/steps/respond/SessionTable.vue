<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { useSession } from '@/app/session'
import { readable, shortDate } from '@/ui/dates'
import RippleLine from '@/ui/RippleLine.vue'
import CountSession from './CountSession.vue'
import { doneWords, feltWords } from './course'

/** Every session in one line, the newest first; opened, drill by drill. */
const props = defineProps<{ sessions: Schemas['SessionOut'][]; visit: number }>()
const emit = defineEmits<{ correct: [session: Schemas['SessionOut']]; saved: [] }>()
const FEW = 6
const user = useSession()
const all = ref(false)
const open = ref(new Set<string>())
const shown = computed(() => (all.value ? props.sessions : props.sessions.slice(0, FEW)))
const heard = (session: Schemas['SessionOut']) => session.drills.filter((d) => d.kind !== null && d.kind !== 'calm' && d.kind !== 'waiting')

function toggle(id: string): void {
  if (!open.value.delete(id)) open.value.add(id)
}
</script>

<template>
  <div class="head">
    <h2>Sessions, newest first</h2>
    <button v-if="sessions.length > FEW" type="button" class="link" @click="all = !all">{{ all ? 'the newest only' : `all ${sessions.length}` }}</button>
  </div>
  <div class="wide">
  <table>
    <thead><tr><th>session</th><th>before</th><th>worst</th><th>after</th><th>morning</th><th>response</th><th>told</th><th>done</th><th><span class="visually-hidden">more</span></th></tr></thead>
    <tbody v-for="s in shown" :key="s.id" :class="{ out: s.left_out }">
      <tr>
        <th scope="row">{{ shortDate(s.date) }} <span class="small quiet">v{{ s.version }}<template v-if="s.at_break">, break {{ s.at_break }}</template></span></th>
        <td>{{ s.before ?? '?' }}</td>
        <td :class="{ clay: s.kind === 'flared' }"><component :is="s.kind === 'flared' ? 'strong' : 'span'">{{ s.worst ?? '?' }}</component></td>
        <td>{{ s.after ?? '?' }}</td>
        <td :class="{ missing: s.morning === null }">{{ s.morning ?? 'not known' }}<span v-if="s.unusual !== 'none'" class="small quiet"> after {{ s.unusual.replace('-', ' ') }}</span></td>
        <td class="response"><template v-if="s.kind"><RippleLine :kinds="[{ kind: s.kind, date: s.date }]" /> {{ s.kind }}</template><template v-else>left out</template></td>
        <td class="told">
          <span v-for="d in heard(s).slice(0, 2)" :key="d.drill"><strong>{{ d.title }}</strong>: {{ readable(d.why) }}. </span>
          <span v-if="heard(s).length > 2" class="quiet">and {{ heard(s).length - 2 }} more. </span>
          <span v-if="s.note">“{{ s.note }}”</span>
        </td>
        <td>{{ doneWords(s) }}</td>
        <td class="acts"><button type="button" class="link" :aria-expanded="open.has(s.id)" @click="toggle(s.id)">{{ open.has(s.id) ? 'close' : 'open' }}<span class="visually-hidden"> {{ shortDate(s.date) }}</span></button></td>
      </tr>
      <tr v-if="open.has(s.id)" class="more">
        <td colspan="9">
          <p v-for="d in s.drills" :key="d.drill" class="drill">
            <template v-if="d.kind"><RippleLine :kinds="[{ kind: d.kind, date: s.date }]" /> <strong>{{ d.kind }}</strong></template> {{ d.title }}<template v-if="d.stands_for"> in the place of {{ d.stands_for }}</template>
            <span class="small quiet"><template v-if="d.load">{{ d.load }}, </template>worst {{ d.during ?? 'not known' }}, <template v-if="feltWords(d)">{{ feltWords(d) }}, </template>{{ d.done_pct === null ? 'how much is not known' : `${d.done_pct} % done` }}<template v-if="d.held">, held until it let go {{ d.held.split(' ').join(', ') }} s</template><template v-if="d.marked">, checked at home: {{ d.marked }}</template><template v-if="d.kind && d.kind !== 'calm'"> – {{ readable(d.why) }}</template></span>
          </p>
          <p v-if="s.worst_said !== null" class="small quiet">Worst of the session as a whole, no drill’s own: {{ s.worst_said }}</p>
          <p v-if="s.left_out" class="small"><strong>Left out of the count</strong> by {{ s.left_out.by }}, {{ shortDate(s.left_out.date) }}: {{ s.left_out.reason }}</p>
          <p class="line">
            <button v-if="user.may('log-for-client')" type="button" class="link" @click="emit('correct', s)">correct<span class="visually-hidden"> {{ shortDate(s.date) }}</span></button>
            <CountSession v-if="user.may('count-session')" :visit="visit" :session="s" :date="shortDate(s.date)" @saved="emit('saved')" />
          </p>
        </td>
      </tr>
    </tbody>
  </table>
  </div>
</template>

<style scoped>
.head { display: flex; align-items: baseline; justify-content: space-between; gap: 1rem; }
table { border-collapse: collapse; width: 100%; }
th, td { text-align: left; vertical-align: baseline; padding: 0.32rem 0.7rem 0.32rem 0; border-top: 1px solid var(--line); font-weight: 400; font-size: 0.93rem; }
thead th { border: 0; color: var(--ink-2); font-size: 0.8rem; padding: 0 0.7rem 0.1rem 0; }
tbody th { font-weight: 600; white-space: nowrap; }
.response { white-space: nowrap; }
.response :deep(.ripple) { vertical-align: middle; }
th:nth-child(1) { width: 6.5rem; } th:nth-child(-n+4):not(:first-child) { width: 4rem; } th:nth-child(5) { width: 8rem; } th:nth-child(6) { width: 7rem; } th:nth-child(8) { width: 11rem; }
.told { max-width: 34rem; }
.out td, .out th { color: var(--ink-2); }
.missing { font-style: italic; }
.more td { border: 0; padding-left: 1rem; }
.drill { display: flex; gap: 0.4rem; align-items: center; flex-wrap: wrap; }
.line { display: flex; gap: 1rem; align-items: center; }
.acts { text-align: right; }
.link { border: 0; background: none; font: inherit; color: var(--river); text-decoration: underline; min-height: 26px; min-width: 44px; cursor: pointer; padding: 0; text-align: left; }
.acts .link { text-align: right; }
.wide { overflow-x: auto; }
@media (max-width: 700px) {
  thead { display: none; }
  tr { display: flex; flex-wrap: wrap; gap: 0 0.8rem; border-top: 1px solid var(--line); padding: 0.3rem 0; }
  tr > * { border: 0; padding: 0.1rem 0; }
  .told { width: 100%; }
}
</style>
