<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import { useSession } from '@/app/session'
import { changeWords } from '@/steps/respond/course'
import ProblemNote from '@/ui/ProblemNote.vue'
import RippleLine from '@/ui/RippleLine.vue'
import { shortDate } from '@/ui/dates'
import { withUnit } from '@/ui/units'
import DocumentList from '@/documents/DocumentList.vue'
import EndCare from './EndCare.vue'
import { historyOf, nameOf, stateOf } from './words'

/** One complaint: where it stands, its course in a line, its visits, and its end. */
const props = defineProps<{ complaint: Schemas['ComplaintOut']; firstName: string; archived: boolean }>()
const emit = defineEmits<{ changed: [person: Schemas['PersonOut']] }>()
const session = useSession()
const router = useRouter()
const problem = ref<Problem | null>(null)
const ending = ref(false)
const latest = computed(() => props.complaint.visits[0])
const open = computed(() => props.complaint.visits.find((one) => !one.closed))
const range = computed(() => props.complaint.range)
const figures = computed(() => {
  const first = range.value?.readings[0], last = range.value?.readings.at(-1)
  if (!range.value || !first || !last) return ''
  return range.value.readings.length > 1 ? `${withUnit(first.value, range.value.unit)} → ${withUnit(last.value, range.value.unit)}` : withUnit(last.value, range.value.unit)
})

async function next(): Promise<void> {
  const found = await outcome(clinic.POST('/api/complaints/{complaint}/visits', { params: { path: { complaint: props.complaint.id } } }))
  problem.value = found.ok ? null : found.problem
  if (found.ok) await router.push(`/visit/${found.data.visit}/story`)
}

async function again(): Promise<void> {
  const found = await outcome(clinic.POST('/api/complaints/{complaint}/again', { params: { path: { complaint: props.complaint.id } } }))
  problem.value = found.ok ? null : found.problem
  if (found.ok) emit('changed', found.data)
}
</script>

<template>
  <article :class="{ ended: complaint.closed }" :aria-label="nameOf(complaint)">
    <div class="head"><h3>{{ nameOf(complaint) }}</h3><span class="state small">{{ stateOf(complaint) }}</span></div>
    <p class="small quiet">{{ historyOf(complaint) }}<template v-if="complaint.goal"> · wants to “{{ complaint.goal }}”</template></p>
    <p v-if="complaint.fault" class="stop-box small"><strong>Its facts cannot be read, so nothing is judged.</strong> {{ complaint.fault }}. Put it right in Story.</p>
    <p v-if="complaint.signs_open" class="clay"><strong>{{ complaint.signs_open === 1 ? 'A sign told at home waits' : `${complaint.signs_open} signs told at home wait` }} for an answer.</strong></p>
    <div v-if="range || complaint.ripples.length" class="course">
      <span v-if="range"><span class="small quiet">{{ range.name }}{{ range.side === 'both' ? '' : `, ${range.side}` }}</span><br /><strong>{{ figures }}</strong> <span class="small">{{ changeWords(range) }}</span></span>
      <RippleLine v-if="complaint.ripples.length" :kinds="complaint.ripples" words />
    </div>
    <p v-if="complaint.ended_note" class="small">“{{ complaint.ended_note }}”</p>
    <ProblemNote :problem="problem" />
    <div class="acts">
      <template v-if="!complaint.closed && !archived">
        <RouterLink v-if="open" class="act next" :to="`/visit/${open.id}/story`">Go on with visit {{ open.number }}</RouterLink>
        <button v-else-if="session.may('open-visit')" type="button" class="act next" @click="next">Open the next visit</button>
      </template>
      <RouterLink v-if="latest" class="act" :to="`/course/${complaint.id}`">Course</RouterLink>
      <RouterLink v-if="latest && complaint.version" class="act" :to="`/visit/${latest.id}/home`">What {{ firstName }} has at home</RouterLink>
    </div>
    <div class="foot">
    <details v-if="complaint.visits.length"><summary class="small">{{ complaint.visits.length === 1 ? 'its visit' : `its ${complaint.visits.length} visits` }}</summary>
      <ul><li v-for="one in complaint.visits" :key="one.id"><RouterLink :to="`/visit/${one.id}/story`">Visit {{ one.number }}, {{ shortDate(one.date) }}</RouterLink> <span class="small quiet">{{ one.closed ? 'closed' : 'open' }}</span></li></ul>
    </details>
    <DocumentList :complaint="complaint" :may="session.may('write-document')" />
    <template v-if="session.may('end-care') && !archived">
      <button v-if="!complaint.closed" type="button" class="link" :aria-expanded="ending" @click="ending = !ending">End care</button>
      <button v-else type="button" class="link" @click="again">Take it up again</button>
    </template>
    </div>
    <EndCare v-if="ending && !complaint.closed" :complaint="complaint" :first-name="firstName" @ended="ending = false; emit('changed', $event)" @cancel="ending = false" />
  </article>
</template>

<style scoped>
article { background: var(--card); border: 1px solid var(--line); border-left: 5px solid var(--river); border-radius: var(--corner); padding: 0.7rem 1rem; display: grid; gap: 0.4rem; }
article.ended { border-left-color: var(--line-strong); background: none; }
.head { display: flex; gap: 1rem; justify-content: space-between; align-items: baseline; flex-wrap: wrap; }
h3 { font-size: 1.1rem; }
.state { border: 1px solid var(--line-strong); border-radius: 3px; padding: 0 0.5rem; }
.course { display: flex; gap: 2rem; align-items: end; flex-wrap: wrap; }
.acts { display: flex; gap: 0.5rem; flex-wrap: wrap; }
a.act { display: inline-grid; place-items: center; text-decoration: none; }
summary { cursor: pointer; color: var(--river); min-height: 32px; display: list-item; }
.foot { display: flex; justify-content: space-between; gap: 0 1rem; align-items: start; flex-wrap: wrap; }
.foot :deep(details) { flex: none; }
.foot :deep(details[open]) { flex: 1 0 100%; }
.link { border: 0; background: none; font: inherit; color: var(--river); text-decoration: underline; cursor: pointer; padding: 0; min-height: 32px; }
ul { margin: 0; padding-left: 1.2rem; }
</style>
