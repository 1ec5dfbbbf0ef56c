<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { useRoute, useRouter } from 'vue-router'
import { clinic, outcome } from '@/api/client'
import { problemOf, unwrap } from '@/shell/useVisit'
import CannotRead from '@/ui/CannotRead.vue'
import PrintChoices from './PrintChoices.vue'
import SheetPage from './SheetPage.vue'

const route = useRoute()
const router = useRouter()
const version = Number(route.params.version)
const { data: sheet, error, refetch } = useQuery({
  queryKey: ['sheet', version],
  queryFn: async () => unwrap(await outcome(clinic.GET('/api/versions/{version}/sheet', { params: { path: { version } } }))),
})
</script>

<template>
  <div class="desk">
    <nav class="bar"><button class="act" @click="router.back()">Back</button><PrintChoices v-if="sheet" :version="version" :number="sheet.version" /></nav>
    <CannotRead v-if="!sheet" :problem="problemOf(error)" @again="refetch()" />
    <main v-if="sheet"><SheetPage :sheet="sheet" /></main>
  </div>
</template>

<style scoped>
.desk { padding: 1rem; }
.bar { display: flex; gap: 1rem; align-items: end; flex-wrap: wrap; max-width: 760px; margin: 0 auto 0.8rem; }
@media print {
  .desk { padding: 0; }
  .bar { display: none; }
}
</style>
