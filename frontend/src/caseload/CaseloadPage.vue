<script setup lang="ts">
import { Input, Segmented } from 'ant-design-vue'
import { useQuery } from '@tanstack/vue-query'
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { clinic, outcome, type Schemas } from '@/api/client'
import { useSession } from '@/app/session'
import { unwrap } from '@/shell/useVisit'
import { draftsWaiting } from '@/ui/draftOwner'
import PrintList from '@/ui/PrintList.vue'
import PickOne from '@/ui/PickOne.vue'
import RippleLine from '@/ui/RippleLine.vue'
import WaitingLines from '@/ui/WaitingLines.vue'
import NewClient from './NewClient.vue'
import { FILTERS, isOf, matches, people, SORTS, sorted, type Filter, type Sort } from './people'
import PeopleTable from './PeopleTable.vue'
import SignsDrawer from './SignsDrawer.vue'
import StopsCard from './StopsCard.vue'

const session = useSession()
const route = useRoute()
const router = useRouter()
/** what is looked for stands in the address, so that it survives a reload and can be kept as a mark */
const inAddress = <T extends string>(name: string, usual: T) => computed<T>({
  get: () => (typeof route.query[name] === 'string' ? (route.query[name] as T) : usual),
  set: (value) => { void router.replace({ query: { ...route.query, [name]: value === usual ? undefined : value } }) },
})
const filter = inAddress<Filter>('show', 'everybody')
const sort = inAddress<Sort>('sort', 'urgent')
const search = inAddress('find', '')
const whose = inAddress<'' | 'mine' | 'all'>('whose', '')
/** the complaints on the page: of these, what is not of today is worked out first */
const sight = ref('')
const adding = ref(false)
const signsOf = ref<Schemas['CaseLine'] | null>(null)
const { data, isError, refetch } = useQuery({
  queryKey: ['caseload'],
  queryFn: async () => unwrap(await outcome(clinic.GET('/api/caseload', { params: { query: { sight: sight.value } } }))),
  refetchInterval: (query) => (query.state.data?.left ? 2_000 : false),
})
const everybody = computed(() => people(data.value?.lines ?? []))
const mine = computed(() => everybody.value.filter((person) => person.mine))
/** whoever has clients of their own sees them first */
const whoseNow = computed(() => whose.value || (mine.value.length ? 'mine' : 'all'))
const all = computed(() => (whoseNow.value === 'mine' ? mine.value : everybody.value))

const PAGE = 40
const most = ref(PAGE)
const found = computed(() => sorted(all.value.filter((person) => isOf(person, filter.value) && matches(person, search.value)), sort.value))
const shown = computed(() => found.value.slice(0, most.value))
watch([filter, search, sort, whoseNow], () => { most.value = PAGE })
watch(shown, (now) => {
  sight.value = now.flatMap((person) => person.lines.map((line) => line.complaint)).join(',')
  if (!data.value?.left && now.some((person) => person.lines.some((line) => line.as_of))) void refetch()
})
const tabs = computed(() => FILTERS.map((one) => ({ value: one.value, label: `${one.text} ${all.value.filter((person) => isOf(person, one.value)).length}` })))
const needing = computed(() => all.value.filter((person) => person.lines.some((line) => line.kind !== 'steady')).length)
const today = computed(() => {
  const day = session.me ? new Date(`${session.me.today}T12:00:00`) : new Date()
  return day.toLocaleDateString('en-GB', { weekday: 'long', day: 'numeric', month: 'long' })
})
const leaving = ref(false)

/** What has not reached the clinic is forgotten at signing out, since others use this computer: that is said first. */
function leave(): void {
  if (draftsWaiting()) leaving.value = true
  else void session.signOut()
}

const STEPS: Record<Schemas['CaseLine']['kind'], string> = { unreadable: 'story', steady: 'story', stop: 'screening', held: 'screening', answer: 'screening', plan: 'plan', look: 'adjust', ask: 'respond', 'step-up': 'adjust' }

/** on paper stands everybody who was found */
const everybodyOnPaper = (): void => { most.value = found.value.length }
onMounted(() => addEventListener('beforeprint', everybodyOnPaper))
onBeforeUnmount(() => removeEventListener('beforeprint', everybodyOnPaper))

async function open(line: Schemas['CaseLine']): Promise<void> {
  const found = await outcome(clinic.POST('/api/complaints/{complaint}/visits', { params: { path: { complaint: line.complaint } } }))
  if (found.ok) await router.push(`/visit/${found.data.visit}/${line.wrote && line.kind !== 'stop' ? 'respond' : STEPS[line.kind]}`)
}
</script>

<template>
  <div class="page">
    <header>
      <span class="brand">Ease Path</span>
      <span class="quiet">{{ session.me?.clinic }}</span>
      <RouterLink class="to-library" to="/library">The drills</RouterLink>
      <RouterLink class="to-library" to="/outbox">Sent out</RouterLink>
      <RouterLink v-if="session.may('import-foreign')" class="to-library" to="/exchange">In and out</RouterLink>
      <RouterLink v-if="session.may('set-house')" class="to-library" to="/house">The house</RouterLink>
      <RouterLink v-if="session.may('read-audit')" class="to-library" to="/audit">Who did what</RouterLink>
      <Input v-model:value="search" class="find" type="search" allow-clear placeholder="name, trade or complaint" aria-label="Find by name, trade or complaint" />
      <span class="right small">
        <PrintList />
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
        <h1>{{ today }}</h1>
        <p class="quiet">{{ needing === 1 ? '1 person needs something' : `${needing} people need something` }}</p>
        <Segmented class="whose" role="radiogroup" aria-label="whose clients" :value="whoseNow" :options="[{ value: 'mine', label: `Mine ${mine.length}` }, { value: 'all', label: `All ${everybody.length}` }]" @change="whose = $event as 'mine' | 'all'" />
        <button class="act next" @click="adding = true">Take in a client</button>
      </div>
      <StopsCard :lines="data?.lines ?? []" :today="session.me?.today ?? ''" :may="session.may('answer-sign')" @answer="signsOf = $event" />
      <div class="filters">
        <Segmented role="radiogroup" aria-label="Filter" :value="filter" :options="tabs" @change="filter = $event as Filter" />
        <PickOne class="sort" label="sort" :options="[...SORTS]" :model-value="sort" @update:model-value="sort = ($event || 'urgent') as Sort" />
      </div>
      <div v-if="isError" class="stop-box">The caseload could not be read. <button class="act" @click="refetch()">Try again</button></div>
      <p v-if="data?.left" class="small quiet" role="status">Looking at {{ data.left }} more for today; they stand as they were seen last.</p>
      <section v-if="!isError" aria-label="Caseload">
        <WaitingLines v-if="!data" what="the caseload" :rows="12" />
        <PeopleTable v-else :people="shown" :empty="everybody.length ? 'Nobody here under this filter.' : 'No clients yet. Take in a client, tell the story, screen, plan, hand over.'" @open="open" />
      </section>
      <button v-if="found.length > shown.length" class="act" @click="most += PAGE">Show {{ Math.min(PAGE, found.length - shown.length) }} more of {{ found.length }}</button>
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
header { display: flex; gap: 1rem; align-items: center; padding: 0 1.5rem; min-height: 48px; background: var(--card); border-bottom: 1px solid var(--line); }
.brand { font-family: var(--serif); font-weight: 600; font-size: 1.15rem; color: var(--river); white-space: nowrap; }
.find { margin-left: auto; width: 18rem; height: 36px; }
.right { white-space: nowrap; }
.to-library { color: var(--river); min-height: 44px; display: grid; place-items: center; white-space: nowrap; }
main { max-width: 1800px; margin: 0 auto; padding: 1rem 1.75rem; display: grid; grid-template-columns: minmax(0, 1fr); gap: 0.7rem; }
.head { display: flex; align-items: center; gap: 1rem; flex-wrap: wrap; }
.whose { margin-left: auto; }
.filters { display: flex; gap: 0.6rem; flex-wrap: wrap; justify-content: space-between; }
.page :deep(.ant-segmented) { background: var(--paper-deep); max-width: 100%; overflow-x: auto; }
.sort { width: 13rem; }
.foot { display: flex; gap: 1.5rem; flex-wrap: wrap; }
.foot span { display: inline-flex; align-items: center; gap: 0.3rem; }
.leaving { display: flex; gap: 0.6rem; align-items: center; flex-wrap: wrap; margin: 0.8rem 1.4rem; }
@media (max-width: 900px) { main { padding: 1rem; } header { padding: 0.3rem 1rem; flex-wrap: wrap; } .find { width: 100%; order: 9; } }
@media print { .to-library, .find, .right, .whose, .filters { display: none; } main { padding: 0.5rem 0; } }
</style>
