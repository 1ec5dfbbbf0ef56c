<script setup lang="ts">
import { Input } from 'ant-design-vue'
import { useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { clinic, outcome, type Schemas } from '@/api/client'
import { useSession } from '@/app/session'
import { unwrap } from '@/shell/useVisit'
import { readable, shortDate } from '@/ui/dates'
import { draftsWaiting } from '@/ui/draftOwner'
import RippleLine from '@/ui/RippleLine.vue'
import NewClient from './NewClient.vue'
import SignsDrawer from './SignsDrawer.vue'

const session = useSession()
const router = useRouter()
const filter = ref('all')
/** the complaints on the page: of these, what is not of today is worked out first */
const sight = ref('')
const adding = ref(false)
const signsOf = ref<Schemas['CaseLine'] | null>(null)
const { data, isError, refetch } = useQuery({
  queryKey: ['caseload'],
  queryFn: async () => unwrap(await outcome(clinic.GET('/api/caseload', { params: { query: { sight: sight.value } } }))),
  refetchInterval: (query) => (query.state.data?.left ? 2_000 : false),
})
const all = computed(() => data.value?.lines ?? [])

const PAGE = 40
const FILTERS = [
  { value: 'all', text: 'everybody', kinds: null },
  { value: 'stop', text: 'stopped or held', kinds: ['unreadable', 'stop', 'held'] },
  { value: 'act', text: 'needs a look', kinds: ['look', 'answer', 'plan'] },
  { value: 'ask', text: 'to ask', kinds: ['ask'] },
  { value: 'up', text: 'ready to step up', kinds: ['step-up'] },
  { value: 'steady', text: 'nothing today', kinds: ['steady'] },
] as const

const count = (kinds: readonly string[] | null) => all.value.filter((line) => !kinds || kinds.includes(line.kind)).length
const search = ref('')
const most = ref(PAGE)
const matches = (line: Schemas['CaseLine'], text: string) => [line.name, line.trade, line.condition].some((word) => word.toLowerCase().includes(text))
const found = computed(() => {
  const kinds = FILTERS.find((f) => f.value === filter.value)?.kinds as readonly string[] | null
  const text = search.value.trim().toLowerCase()
  return all.value.filter((line) => (!kinds || kinds.includes(line.kind)) && (!text || matches(line, text)))
})
const lines = computed(() => found.value.slice(0, most.value))
watch(lines, (shown) => {
  sight.value = shown.map((line) => line.complaint).join(',')
  if (!data.value?.left && shown.some((line) => line.as_of)) void refetch()
})
const today = computed(() => {
  const day = session.me ? new Date(`${session.me.today}T12:00:00`) : new Date()
  return day.toLocaleDateString('en-GB', { weekday: 'long', day: 'numeric', month: 'long' })
})
const grave = (line: Schemas['CaseLine']) => ['unreadable', 'stop', 'held', 'look'].includes(line.kind)

const leaving = ref(false)

/** What has not reached the clinic is forgotten at signing out, since others use this computer: that is said first. */
function leave(): void {
  if (draftsWaiting()) leaving.value = true
  else void session.signOut()
}

const STEPS: Record<Schemas['CaseLine']['kind'], string> = { unreadable: 'story', steady: 'story', stop: 'screening', held: 'screening', answer: 'screening', plan: 'plan', look: 'adjust', ask: 'respond', 'step-up': 'adjust' }

async function open(line: Schemas['CaseLine']): Promise<void> {
  const found = await outcome(clinic.POST('/api/complaints/{complaint}/visits', { params: { path: { complaint: line.complaint } } }))
  if (found.ok) await router.push(`/visit/${found.data.visit}/${STEPS[line.kind]}`)
}
</script>

<template>
  <div class="page">
    <header>
      <span class="brand">Ease Path</span>
      <span class="quiet">{{ session.me?.clinic }}</span>
      <RouterLink class="to-library" to="/library">The drills</RouterLink>
      <span class="right small">
        <RouterLink to="/account">{{ session.me?.name }}, {{ session.me?.role }}</RouterLink>
        <button class="act plain" @click="leave">Sign out</button>
      </span>
    </header>
    <div v-if="leaving" class="stop-box leaving" role="alertdialog" aria-label="Not everything reached the clinic">
      <p><strong>Something you entered has not reached the clinic.</strong> Open its visit and let it be saved, or sign out and lose it.</p>
      <button class="act next" @click="leaving = false">Stay</button>
      <button class="act" @click="session.signOut">Sign out and lose it</button>
    </div>
    <main>
      <div class="head">
        <div>
          <h1>{{ today }}</h1>
          <p class="quiet">who needs something today, and what</p>
        </div>
        <button class="act next" @click="adding = true">Take in a client</button>
      </div>
      <nav class="filters" aria-label="Filter">
        <button v-for="one in FILTERS" :key="one.value" :aria-pressed="filter === one.value" @click="filter = one.value">
          {{ one.text }} <span class="quiet">{{ count(one.kinds) }}</span>
        </button>
        <Input v-model:value="search" type="search" placeholder="name, trade or complaint" aria-label="Find by name, trade or complaint" />
      </nav>
      <div v-if="isError" class="stop-box">The caseload could not be read. <button class="act" @click="refetch()">Try again</button></div>
      <p v-if="data?.left" class="small quiet" role="status">Looking at {{ data.left }} more for today; they stand as they were seen last.</p>
      <ul v-if="!isError" class="lines" aria-label="Caseload">
        <li v-for="line in lines" :key="line.complaint" :class="{ grave: grave(line), signs: line.signs }">
          <button class="line" @click="open(line)">
            <span class="need">
              <strong>{{ line.what.charAt(0).toUpperCase() + line.what.slice(1) }}</strong>
              <span class="small why">{{ readable(line.why) }}</span>
              <span v-if="line.as_of" class="small quiet">as seen last, being looked at</span>
            </span>
            <span class="who">
              <strong>{{ line.name }}</strong>
              <span class="small quiet">{{ line.trade }} · {{ [line.condition, line.side === 'both' ? 'both sides' : line.side].filter(Boolean).join(', ') }}</span>
            </span>
            <span class="ripples"><RippleLine :kinds="line.ripples" words /></span>
            <span class="small quiet last">
              <template v-if="line.version">version {{ line.version }}</template>
              <template v-else>no program</template>
              <br />
              <template v-if="line.last_session">last session {{ shortDate(line.last_session) }}</template>
              <template v-else>visit {{ line.visit_number }}{{ line.visit_open ? ', open' : '' }}</template>
            </span>
          </button>
          <button v-if="line.signs && session.may('answer-sign')" type="button" class="act answer" @click="signsOf = line">Answer {{ line.signs === 1 ? 'the sign' : `${line.signs} signs` }}<span class="visually-hidden"> of {{ line.name }}</span></button>
        </li>
        <li v-if="data && !lines.length" class="none quiet">
          {{ all.length ? 'Nobody here under this filter.' : 'No clients yet. Take in a client, tell the story, screen, plan, hand over.' }}
        </li>
      </ul>
      <button v-if="found.length > lines.length" class="act" @click="most += PAGE">Show {{ Math.min(PAGE, found.length - lines.length) }} more of {{ found.length }}</button>
      <p class="small quiet foot">
        <span><RippleLine :kinds="[{ kind: 'calm' }]" /> calm</span>
        <span><RippleLine :kinds="[{ kind: 'stirred' }]" /> stirred</span>
        <span><RippleLine :kinds="[{ kind: 'flared' }]" /> flared</span>
        <span><RippleLine :kinds="[{ kind: 'waiting' }]" /> waiting for a morning</span>
      </p>
    </main>
    <NewClient v-if="adding" @close="adding = false" />
    <SignsDrawer v-if="signsOf" :key="signsOf.complaint" :line="signsOf" @close="signsOf = null" @answered="refetch()" />
  </div>
</template>

<style scoped>
header { display: flex; gap: 1rem; align-items: center; padding: 0 1.5rem; min-height: 54px; background: var(--card); border-bottom: 1px solid var(--line); }
.brand { font-family: var(--serif); font-weight: 600; font-size: 1.15rem; color: var(--river); }
.right { margin-left: auto; }
.to-library { color: var(--river); min-height: 44px; display: grid; place-items: center; }
main { max-width: 1120px; margin: 0 auto; padding: 1.5rem; }
.head { display: flex; justify-content: space-between; align-items: end; gap: 1rem; }
.filters { display: flex; gap: 0.3rem; flex-wrap: wrap; margin: 1rem 0 0.6rem; }
.filters button { min-height: 44px; border: 0; border-bottom: 3px solid var(--line); background: none; font: inherit; padding: 0 0.9rem; cursor: pointer; }
.filters button[aria-pressed='true'] { border-color: var(--river); color: var(--river); font-weight: 600; }
.filters :deep(.ant-input) { margin-left: auto; width: 15rem; }
.lines { list-style: none; margin: 0; padding: 0; }
.line {
  display: grid; grid-template-columns: minmax(0, 1.5fr) minmax(0, 1.1fr) 250px 150px; gap: 1.2rem; align-items: center; width: 100%;
  text-align: left; font: inherit; color: inherit; background: var(--card); border: 1px solid var(--line); border-left: 4px solid var(--river);
  border-radius: 4px; padding: 0.8rem 1rem; margin-bottom: 0.5rem; cursor: pointer;
}
.line:hover { border-color: var(--river); }
.grave .line { border-left-color: var(--clay); }
.grave .need strong { color: var(--clay); }
.lines li.signs { display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 0.6rem; align-items: center; }
.answer { margin-bottom: 0.5rem; }
.need, .who { display: grid; }
.need strong { font-family: var(--serif); font-size: 1.1rem; }
.why { color: var(--ink-2); }
.last { text-align: right; }
.none { border: 1px dashed var(--line-strong); border-radius: 4px; padding: 1.5rem; }
.foot { display: flex; gap: 1.5rem; margin-top: 1rem; }
.foot span { display: inline-flex; align-items: center; gap: 0.3rem; }
@media (max-width: 700px) { main { padding: 1rem; } header { padding: 0.3rem 1rem; } .filters :deep(.ant-input) { width: 100%; } .foot { flex-wrap: wrap; } }
@media (max-width: 900px) { .line { grid-template-columns: 1fr; gap: 0.4rem; } .last { text-align: left; } }
.leaving { display: flex; gap: 0.6rem; align-items: center; flex-wrap: wrap; margin: 0.8rem 1.4rem; }
</style>
