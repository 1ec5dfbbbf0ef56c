<script setup lang="ts">
import { Input } from 'ant-design-vue'
import { computed, reactive, ref } from 'vue'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import { useSession } from '@/app/session'
import { shortDate } from '@/ui/dates'
import FieldNote from '@/ui/FieldNote.vue'
import ProblemNote from '@/ui/ProblemNote.vue'
import DayBox from '@/ui/DayBox.vue'

/** What the screen tells and what follows from it; a blocking flag is cleared here, by a named doctor. */
const props = defineProps<{ view: Schemas['ScreeningOut']; frame: Schemas['Frame'] }>()
const emit = defineEmits<{ cleared: []; ask: [word: string] }>()
const session = useSession()
const problem = ref<Problem | null>(null)
const clearing = ref<string | null>(null)
const form = reactive({ doctor: '', date: props.frame.today, reason: '' })

const ACTS: Record<Schemas['FlagGroup']['action'], string> = {
  emergency: 'Call the emergency number now. Stay with the client.',
  'same-day': 'The client sees a doctor today.',
  'within-days': 'The client sees a doctor within days.',
  discuss: 'Talk it over with a doctor before, or beside, the program.',
}
const CONSEQUENCE: Record<string, string> = {
  clear: 'A program may be issued.',
  careful: 'A program may be issued; what was changed or refused stands beside.',
  incomplete: 'No program until every question is answered. Not known is not fine.',
}
const blocked = computed(() => ['hold', 'refer', 'emergency'].includes(props.frame.outcome))
const emergency = computed(() => props.frame.outcome === 'emergency')
/** the first question whose yes raised a flag: where an answer given by mistake is put right */
const said = computed(() => {
  const ids = new Set(raised.value.filter((flag) => flag.action === props.frame.outcome || !emergency.value).map((flag) => flag.id))
  return props.view.groups.filter((group) => ids.has(group.id)).flatMap((group) => group.questions).find((q) => q.value)?.word
})
/** a letter that only asks to talk it over is not an urgent one */
const gravest = computed(() => (raised.value.some(({ action }) => action !== 'discuss') ? 'urgent' : 'letter'))
const raised = computed(() => [...props.view.raised].sort((a, b) => Number(b.blocks) - Number(a.blocks)))

async function clear(flag: string): Promise<void> {
  const result = await outcome(
    clinic.POST('/api/visits/{visit}/clearances', { params: { path: { visit: props.frame.visit } }, body: { flag, ...form } }),
  )
  problem.value = result.ok ? null : result.problem
  if (!result.ok) return
  clearing.value = null
  form.doctor = form.reason = ''
  emit('cleared')
}
</script>

<template>
  <section class="outcome" :class="{ blocked, open: frame.outcome === 'incomplete' }" aria-live="polite" aria-label="Outcome">
    <h2>{{ emergency ? 'This is an emergency' : frame.outcome_words.charAt(0).toUpperCase() + frame.outcome_words.slice(1) }}</h2>
    <ol v-if="emergency" class="steps">
      <li>Call the emergency number now. Stay with {{ frame.client.first_name }}.</li>
      <li>Test no further.</li>
      <li><RouterLink :to="{ path: `/visit/${frame.visit}/story`, query: { at: 'notes' } }">Write down</RouterLink> when it began, what you saw and whom you called.</li>
    </ol>
    <p v-if="!blocked">{{ CONSEQUENCE[frame.outcome] }}</p>
    <p v-if="view.unanswered.includes('age')"><strong>The age is not known</strong>, and it decides what is asked: <RouterLink :to="`/visit/${frame.visit}/story`">tell the day of birth in Story</RouterLink>.</p>
    <p v-if="blocked"><strong>No home program until clearance is recorded.</strong> A sheet that is out rests on the phone and says to call.</p>
    <p v-if="raised.length && session.may('write-document')"><RouterLink class="act letter" :to="`/complaint/${frame.complaint}/write/${gravest}?visit=${frame.visit}`">Write the letter to the doctor</RouterLink></p>
    <p v-if="said"><button type="button" class="act plain wrong" @click="emit('ask', said)">It was answered wrongly</button></p>
    <article v-for="flag in raised" :key="flag.id">
      <p v-if="!emergency || flag.action !== 'emergency'"><strong>{{ ACTS[flag.action] }}</strong></p>
      <p class="small">{{ flag.why }}</p>
      <p v-if="flag.note" class="small">{{ flag.note }}</p>
      <template v-if="flag.blocks">
        <p v-if="!session.may('record-clearance')" class="small">A clinician or the lead records the doctor’s clearance.</p>
        <button v-else-if="clearing !== flag.id" type="button" class="act" @click="clearing = flag.id">Record a doctor’s clearance</button>
        <form v-else @submit.prevent="clear(flag.id)">
          <label>Doctor<Input v-model:value="form.doctor" name="doctor" :aria-invalid="!!problem?.fields?.doctor" /></label>
          <FieldNote :text="problem?.fields?.doctor" />
          <label>Date of the document<DayBox id="clearance-date" label="Date of the document" :model-value="form.date" @update:model-value="form.date = $event ?? ''" /></label>
          <FieldNote :text="problem?.fields?.date" />
          <label>What it says<Input v-model:value="form.reason" name="reason" :maxlength="400" :aria-invalid="!!problem?.fields?.reason" /></label>
          <FieldNote :text="problem?.fields?.reason" />
          <ProblemNote :problem="problem" :beside="['doctor', 'date', 'reason']" />
          <div class="acts">
            <button class="act next">Record clearance</button>
            <button type="button" class="act plain" @click="clearing = null">not now</button>
          </div>
        </form>
      </template>
    </article>
    <p v-for="c in view.cleared" :key="c.flag" class="small known">
      {{ c.flag.replaceAll('-', ' ') }}: cleared by {{ c.doctor }}, {{ shortDate(c.date) }} – {{ c.reason }} <span class="quiet">(recorded by {{ c.recorded_by }})</span>
    </p>
  </section>
</template>

<style scoped>
.outcome { border-left: 5px solid var(--river); background: var(--card); padding: 0.8rem 1rem; display: grid; gap: 0.4rem; }
.outcome.open { border-left-style: dotted; }
.outcome.blocked { border-color: var(--clay); background: var(--clay-soft); color: var(--clay-dark); }
article { display: grid; gap: 0.3rem; border-top: 1px solid currentColor; padding-top: 0.5rem; }
form { display: grid; gap: 0.4rem; color: var(--ink); }
label { display: grid; font-size: 0.9rem; }
.acts { display: flex; gap: 0.4rem; }
.letter { display: inline-grid; place-items: center; text-decoration: none; }
.steps { margin: 0; padding-left: 1.3rem; font-weight: 600; display: grid; gap: 0.2rem; }
.steps a { color: inherit; }
.wrong { color: inherit; padding: 0; }
.known { border-top: 1px solid var(--line); padding-top: 0.4rem; }
</style>
