<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { ref } from 'vue'
import { clinic, outcome, type Problem } from '@/api/client'
import { useSession } from '@/app/session'
import { unwrap } from '@/shell/useVisit'
import { shortDate } from '@/ui/dates'
import ProblemNote from '@/ui/ProblemNote.vue'

/** Who stands for a drill or a condition as it is now, and the place to sign it. */
const props = defineProps<{ shelf: 'drills' | 'conditions'; row: string; signs: string }>()
const session = useSession()
const queries = useQueryClient()
const key = ['row-review', props.shelf, props.row]
const path = { shelf: props.shelf, row: props.row }
const asking = ref(false)
const busy = ref(false)
const problem = ref<Problem | null>(null)
const { data, isError } = useQuery({
  queryKey: key,
  queryFn: async () => unwrap(await outcome(clinic.GET('/api/library/{shelf}/{row}/review', { params: { path } }))),
})

async function sign(): Promise<void> {
  if (!data.value) return
  busy.value = true
  const found = await outcome(clinic.POST('/api/library/{shelf}/{row}/review', { params: { path }, body: { version: data.value.version } }))
  busy.value = false
  problem.value = found.ok ? null : found.problem
  if (!found.ok) return
  queries.setQueryData(key, found.data)
  asking.value = false
  await queries.invalidateQueries({ queryKey: ['visit'] })
}
</script>

<template>
  <section class="review small" aria-label="Review">
    <p v-if="isError" class="clay">Whether it was reviewed could not be read. Close this page and open it again.</p>
    <template v-if="data">
      <p v-if="data.review?.current"><strong>Reviewed</strong> by {{ data.review.name }} on {{ shortDate(data.review.on) }}.</p>
      <p v-else-if="data.review"><strong>Changed since the review</strong> by {{ data.review.name }} on {{ shortDate(data.review.on) }}: not reviewed as it is now.</p>
      <p v-else class="source">{{ data.source }}</p>
      <template v-if="!data.review?.current && session.may('review-row')">
        <button v-if="!asking" type="button" class="act plain" @click="asking = true">I have reviewed it</button>
        <div v-else class="ask">
          <p>You stand with your name for {{ signs }}, as they are today.</p>
          <button type="button" class="act" :disabled="busy" @click="sign">Sign the review</button>
          <button type="button" class="act plain" @click="asking = false">Not now</button>
        </div>
      </template>
      <ProblemNote :problem="problem" />
    </template>
  </section>
</template>

<style scoped>
.review { border-top: 1px solid var(--line); padding-top: 0.4rem; display: grid; gap: 0.3rem; justify-items: start; }
.source::first-letter { text-transform: uppercase; }
.source::after { content: '.'; }
.ask { display: flex; flex-wrap: wrap; gap: 0.4rem; }
.ask p { flex: 1 0 100%; }
</style>
