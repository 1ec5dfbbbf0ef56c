<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { clinic, outcome, type Schemas } from '@/api/client'
import { useSession } from '@/app/session'
import { problemOf, unwrap } from '@/shell/useVisit'
import CannotRead from '@/ui/CannotRead.vue'
import { shortDate } from '@/ui/dates'
import PageBar from '@/ui/PageBar.vue'
import ComplaintCard from './ComplaintCard.vue'
import PersonForm from './PersonForm.vue'
import RecordRights from './RecordRights.vue'

/** One person on one page: who, each complaint with its course, and what belongs to the record. */
const route = useRoute()
const router = useRouter()
const session = useSession()
const queries = useQueryClient()
const client = computed(() => Number(route.params.client))
const key = computed(() => ['person', client.value])
const { data: person, error, refetch } = useQuery({
  queryKey: key,
  queryFn: async () => unwrap(await outcome(clinic.GET('/api/clients/{client}', { params: { path: { client: client.value } } }))),
})
const about = computed(() => [person.value?.age ?? undefined, person.value?.trade].filter(Boolean).join(', '))

function show(found: Schemas['PersonOut']): void {
  queries.setQueryData(key.value, found)
  void queries.invalidateQueries({ queryKey: ['visit'] })
}

async function another(): Promise<void> {
  const complaint = person.value?.complaints[0]
  if (!complaint) return
  const found = await outcome(clinic.POST('/api/complaints/{complaint}/another', { params: { path: { complaint: complaint.id } } }))
  if (found.ok) await router.push(`/visit/${found.data.visit}/story`)
}
</script>

<template>
  <div>
    <PageBar><span v-if="person">/ <strong>{{ person.first_name }} {{ person.last_name }}</strong></span></PageBar>
    <main v-if="person">
      <div class="head"><h1>{{ person.first_name }} {{ person.last_name }}</h1><p class="quiet">{{ about }}<template v-if="about"> · </template>with the clinic since {{ shortDate(person.since) }}</p></div>
      <p v-if="person.archived" class="known-box"><strong>No longer in care.</strong> What was written stays readable; nothing is asked and no link is open.</p>
      <div class="three">
        <PersonForm :key="`${person.client} ${person.revision}`" :person="person" :today="session.me?.today ?? ''" :may="session.may('edit-client') && !person.archived" @saved="show" @again="refetch()" />
        <section aria-label="Complaints">
          <h2>Complaints</h2>
          <p v-if="person.complaints.length > 1" class="small"><RouterLink :to="`/person/${person.client}/course`">Everything that happened, of all of them</RouterLink></p>
          <ComplaintCard v-for="one in person.complaints" :key="one.id" :complaint="one" :first-name="person.first_name" :archived="person.archived" @changed="show" />
          <p v-if="!person.complaints.length" class="quiet">Nothing here: everything of this record was moved to another of the same person.</p>
          <button v-if="person.complaints.length && !person.archived && session.may('enter-story')" type="button" class="act" @click="another">Another complaint</button>
        </section>
        <RecordRights :key="person.client" :person="person" @changed="show" @again="refetch()" />
      </div>
    </main>
    <main v-else><CannotRead :problem="problemOf(error)" @again="refetch()" /></main>
  </div>
</template>

<style scoped>
main { max-width: 1500px; margin: 0 auto; padding: 1rem 1.75rem 3rem; display: grid; gap: 0.8rem; }
.head { display: flex; gap: 0.8rem; align-items: baseline; flex-wrap: wrap; }
.three { display: grid; grid-template-columns: minmax(0, 356fr) minmax(0, 518fr) minmax(0, 262fr); gap: 2.2rem; align-items: start; }
.three > section { display: grid; gap: 0.7rem; justify-items: stretch; }
.three > section > .act { justify-self: start; }
@media (max-width: 1000px) { .three { grid-template-columns: minmax(0, 1fr); } main { padding: 1rem; } }
</style>
