<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { clinic, outcome, type Problem } from '@/api/client'
import { handedOver } from '@/shell/handedOver'
import { useSession } from '@/app/session'
import { problemOf, unwrap, useVisit } from '@/shell/useVisit'
import PrintChoices from '@/sheet/PrintChoices.vue'
import CannotRead from '@/ui/CannotRead.vue'
import ProblemNote from '@/ui/ProblemNote.vue'
import LinesBetween from '@/messages/LinesBetween.vue'
import HowReached from './HowReached.vue'
import LinkList from './LinkList.vue'
import SendLink from './SendLink.vue'
import TakeBack from './TakeBack.vue'
import { shortDate } from '@/ui/dates'
import { minutesWords } from '@/ui/tape'

const { visit, frame } = useVisit()
const session = useSession()
const queries = useQueryClient()
const path = { visit: visit.value }
const { data, error, refetch } = useQuery({
  queryKey: ['visit', visit, 'home'],
  queryFn: async () => unwrap(await outcome(clinic.GET('/api/visits/{visit}/home', { params: { path } }))),
})
const link = computed(() => (handedOver.value?.visit === visit.value ? handedOver.value : null))
const address = computed(() => (link.value ? `${location.origin}${link.value.link}` : ''))
const copied = ref(false)
const problem = ref<Problem | null>(null)
const versions = computed(() => [...(data.value?.versions ?? [])].reverse())

async function copy(): Promise<void> {
  await navigator.clipboard.writeText(address.value)
  copied.value = true
}

async function newLink(): Promise<void> {
  const found = await outcome(clinic.POST('/api/visits/{visit}/links', { params: { path } }))
  problem.value = found.ok ? null : found.problem
  if (found.ok) handedOver.value = { visit: visit.value, link: found.data.link, version: data.value?.versions.at(-1)?.number ?? 1 }
  await queries.invalidateQueries({ queryKey: ['visit'] })
}

async function revoked(): Promise<void> {
  handedOver.value = null
  await queries.invalidateQueries({ queryKey: ['visit'] })
}
</script>

<template>
  <section v-if="data && frame" aria-label="Home">
    <div class="head"><h1>Home</h1><span class="quiet">{{ data.versions.length ? `version ${data.versions.at(-1)?.number} in use` : 'nothing handed over yet' }}</span></div>
    <ProblemNote :problem="problem" />
    <p v-if="!versions[0]" class="empty quiet">Hand the session over in Plan. The printed sheet and the private link appear here.</p>
    <div class="two">
      <div class="reach">
        <template v-if="versions[0]">
          <h2>On {{ frame.client.first_name }}’s phone</h2>
          <div v-if="link" class="link known-box">
            <p><strong>{{ frame.client.first_name }}’s private link, shown once:</strong></p>
            <p><a :href="link.link" target="_blank" rel="noopener" class="address">{{ address }}</a></p>
            <div class="acts"><button class="act" @click="copy">{{ copied ? 'Copied' : 'Copy the link' }}</button></div>
          </div>
          <SendLink v-if="session.may('manage-link')" :name="frame.client.first_name" :client="frame.client.id" @sent="queries.invalidateQueries({ queryKey: ['visit'] })">
            <button v-if="!link" class="act" @click="newLink">Make a private link</button>
          </SendLink>
        </template>
        <LinkList v-if="data.links.length" :visit="visit" :links="data.links" :may="session.may('manage-link')" @changed="revoked" />

        <template v-if="versions[0]">
          <h2>On paper</h2>
          <PrintChoices :version="versions[0].id" :number="versions[0].number" :visit="visit" :token="link?.link.split('/').at(-1)" @linked="(l) => (handedOver = { visit, link: l, version: versions[0]!.number })" />
          <HowReached :name="frame.client.first_name" :client="frame.client.id" />
          <LinesBetween :visit="visit" :name="frame.client.first_name" handed />
        </template>
      </div>
      <div v-if="versions.length" class="versions">
        <h2>Versions</h2>
        <article v-for="v in versions" :key="v.id" class="version">
          <p><strong>Version {{ v.number }}</strong><span v-if="v === versions[0]" class="in-use small">in use</span><br />{{ shortDate(v.date) }}, {{ v.by }}<br />{{ v.drills }} drills, {{ minutesWords(v.seconds) }}<template v-if="v.stage"> · stage {{ v.stage }}</template> · <RouterLink :to="`/sheet/${v.id}`">sheet</RouterLink></p>
          <TakeBack v-if="v.take_back_s && session.may('hand-over')" :version="v" :visit="visit" @taken="revoked" />
          <ul v-if="v.difference.length"><li v-for="line in v.difference" :key="line">{{ line }}</li></ul>
        </article>
      </div>
    </div>
  </section>
  <CannotRead v-else :problem="problemOf(error)" @again="refetch()" />
</template>

<style scoped>
section { display: grid; gap: 0.7rem; }
.head { display: flex; align-items: baseline; gap: 1rem; }
.two { display: grid; grid-template-columns: minmax(0, 1fr) 220px; gap: 1.6rem; }
.reach, .versions { display: grid; gap: 0.7rem; align-content: start; }
.link { display: grid; gap: 0.4rem; background: var(--card); padding: 0.8rem 1rem; }
.address { font-weight: 600; overflow-wrap: anywhere; }
.acts { display: flex; gap: 0.5rem; flex-wrap: wrap; }
.empty { border: 1px dashed var(--line-strong); padding: 1rem; border-radius: 4px; }
.reach > h2:not(:first-child), .reach > :deep(section) { border-top: 1px solid var(--line); padding-top: 0.7rem; }
.in-use { margin-left: 0.5rem; background: var(--river-soft); border-radius: 4px; padding: 0 0.4rem; }
.version { border-top: 1px solid var(--line); padding-top: 0.5rem; }
.version ul { margin: 0.1rem 0 0; padding-left: 1.1rem; }
@media (max-width: 1150px) { .two { grid-template-columns: minmax(0, 1fr); } }
</style>
