<script setup lang="ts">
import { Segmented } from 'ant-design-vue'
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { clinic, outcome } from '@/api/client'
import { nameOf } from '@/person/words'
import { problemOf, unwrap } from '@/shell/useVisit'
import CannotRead from '@/ui/CannotRead.vue'
import PageBar from '@/ui/PageBar.vue'
import WaitingLines from '@/ui/WaitingLines.vue'
import KeptDrawer from './KeptDrawer.vue'
import MomentDays from './MomentDays.vue'
import { byDay } from './moments'

/** Everything that happened to a person, whichever complaint it was about; one complaint alone by its name. */
const route = useRoute()
const client = computed(() => Number(route.params.client))
const { data, error, refetch } = useQuery({
  queryKey: computed(() => ['person-course', client.value]),
  queryFn: async () => unwrap(await outcome(clinic.GET('/api/clients/{client}/course', { params: { path: { client: client.value } } }))),
})
const chosen = ref(0)
const kept = ref<{ complaint: number; kept: number } | null>(null)
const days = computed(() => byDay((data.value?.moments ?? []).filter((one) => !chosen.value || one.complaint === chosen.value), 'all'))
const options = computed(() => [{ value: 0, label: 'all complaints' }, ...(data.value?.complaints ?? []).map((one) => ({ value: one.complaint, label: nameOf(one) }))])
</script>

<template>
  <div>
    <PageBar><span v-if="data">/ <RouterLink :to="`/person/${data.client}`">{{ data.client_name }}</RouterLink> / <strong>the course</strong></span></PageBar>
    <main v-if="data">
      <div class="head"><h1>{{ data.client_name }}, the whole course</h1></div>
      <Segmented v-if="data.complaints.length > 1" class="which" role="radiogroup" aria-label="which complaint" :value="chosen" :options="options" @change="chosen = Number($event)" />
      <p class="small"><RouterLink v-for="one in data.complaints" :key="one.complaint" class="one" :to="`/course/${one.complaint}`">{{ nameOf(one) }}, drawn</RouterLink></p>
      <MomentDays v-if="days.length" :days="days" @kept="(one) => (kept = one)" />
      <p v-else class="empty quiet">Nothing has happened yet.</p>
    </main>
    <KeptDrawer v-if="data" :complaint="kept?.complaint ?? 0" :kept="kept?.kept ?? null" @close="kept = null" />
    <main v-if="!data"><CannotRead v-if="error" :problem="problemOf(error)" @again="refetch()" /><WaitingLines v-else what="the course" :rows="8" /></main>
  </div>
</template>

<style scoped>
main { max-width: 1100px; margin: 0 auto; padding: 1rem 1.75rem 3rem; display: grid; grid-template-columns: minmax(0, 1fr); gap: 0.8rem; }
.head { display: flex; gap: 1rem; align-items: baseline; flex-wrap: wrap; }
.which { background: var(--paper-deep); justify-self: start; max-width: 100%; overflow-x: auto; }
.one { margin-right: 1rem; }
.empty { border: 1px dashed var(--line-strong); padding: 1rem; border-radius: 4px; }
@media (max-width: 700px) { main { padding: 1rem; } }
@media print { .act, .which, .one { display: none; } main { padding: 0; } }
</style>
