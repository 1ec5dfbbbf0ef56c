<script setup lang="ts">
import { Checkbox, Input, Radio, RadioGroup } from 'ant-design-vue'
import { ref } from 'vue'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import ProblemNote from '@/ui/ProblemNote.vue'
import { readable, shortDate } from '@/ui/dates'
import RippleLine from '@/ui/RippleLine.vue'

/** One drill: its responses, what the rule proposes, and the clinician's decision. */
const props = defineProps<{ proposal: Schemas['ProposalOut']; visit: number; may: boolean }>()
const emit = defineEmits<{ decided: [review: Schemas['ReviewOut']]; explain: []; stale: [] }>()
type Decision = 'accept' | 'change' | 'refuse' | 'open'

const open = ref(['flared', 'stirred', 'waiting'].includes(props.proposal.response))
const mode = ref<'change' | 'refuse' | null>(null)
const reason = ref('')
const step = ref<number | null>(null)
const tried = ref(false)
const problem = ref<Problem | null>(null)

const DECIDED: Record<Schemas['ProposalOut']['decision'], string> = { open: '', accept: 'accepted', change: 'changed', refuse: 'refused' }

async function decide(decision: Decision): Promise<void> {
  const present = props.proposal.present
  const changed = decision === 'change' && present && step.value !== null ? { drill: present.drill, method: present.method, step: step.value } : null
  const result = await outcome(clinic.POST('/api/visits/{visit}/decisions', {
    params: { path: { visit: props.visit } }, body: { key: props.proposal.key, decision, reason: reason.value, changed_to: changed, tried: tried.value },
  }))
  problem.value = result.ok ? null : result.problem
  if (!result.ok) {
    if (result.problem.status === 404) emit('stale')
    return
  }
  mode.value = null
  emit('decided', result.data)
}
</script>

<template>
  <article :class="{ grave: proposal.grave, quiet: !proposal.decided_here, decided: proposal.decision !== 'open' }" :aria-label="proposal.title">
    <div class="top">
      <div class="what">
        <h2>{{ proposal.title }}</h2>
        <p class="small quiet">{{ proposal.side === 'both' ? 'both sides' : proposal.side }} · now {{ proposal.present?.words }}</p>
      </div>
      <div class="responses">
        <RippleLine :kinds="proposal.sessions" words />
        <span v-if="!proposal.sessions.length" class="small quiet">not done yet</span>
      </div>
      <div class="verdict">
        <p class="action">{{ proposal.words }}</p>
        <p v-if="proposal.to_words" class="small">{{ proposal.to_words }}</p>
      </div>
    </div>
    <p class="detail">
      <button type="button" class="rule" @click="emit('explain')">{{ proposal.rule_name }}</button>
      {{ readable(proposal.detail) }}
      <button v-if="proposal.sessions.length" type="button" class="sessions" :aria-expanded="open" @click="open = !open">{{ open ? 'hide the sessions' : `${proposal.sessions.length} sessions` }}</button>
    </p>
    <p v-if="proposal.to?.try_first && proposal.decision === 'open'" class="small differs">It asks of the body what the drill before did not. Try it out together before it goes home.</p>
    <p v-if="proposal.by_hand.length" class="small quiet">Planned by hand: {{ proposal.by_hand.join('; ') }}.</p>
    <p v-if="proposal.differs" class="small differs">{{ readable(proposal.differs.charAt(0).toUpperCase() + proposal.differs.slice(1)) }}.</p>
    <table v-if="open && proposal.sessions.length">
      <caption class="visually-hidden">Sessions of {{ proposal.title }}</caption>
      <thead><tr><th>date</th><th>before</th><th>worst</th><th>after</th><th>next morning</th><th>felt</th><th>response</th></tr></thead>
      <tbody>
        <tr v-for="s in proposal.sessions" :key="s.id">
          <th scope="row">{{ shortDate(s.date) }}</th><td>{{ s.before ?? '–' }}</td><td>{{ s.during ?? '–' }}</td><td>{{ s.after ?? '–' }}</td>
          <td>{{ s.morning ?? 'not known' }}</td><td>{{ s.symptom.replaceAll('-', ' ') || 'not known' }}</td><td>{{ s.kind }}</td>
        </tr>
      </tbody>
    </table>
    <div v-if="may && proposal.decision === 'open'" class="acts right">
      <Checkbox v-if="proposal.to?.try_first" v-model:checked="tried" :name="`tried-${proposal.drill}`">Tried together, went well</Checkbox>
      <button v-if="proposal.decided_here" class="act next" :disabled="proposal.to?.try_first && !tried" @click="decide('accept')">Accept</button>
      <button class="act" @click="mode = mode === 'change' ? null : 'change'">Change</button>
      <button v-if="proposal.decided_here && !proposal.stop_sign" class="act" @click="mode = mode === 'refuse' ? null : 'refuse'">Refuse</button>
    </div>
    <div v-else-if="proposal.decision !== 'open'" class="acts">
      <strong>{{ DECIDED[proposal.decision] }}</strong>
      <span v-if="proposal.changed_words">to {{ proposal.changed_words }}</span>
      <span v-if="proposal.reason" class="quiet">“{{ proposal.reason }}”</span>
      <span class="small quiet">{{ proposal.decided_by }}</span>
      <button v-if="may" class="act plain" @click="decide('open')">take back</button>
    </div>
    <form v-if="mode" class="form" @submit.prevent="decide(mode!)">
      <fieldset v-if="mode === 'change'">
        <legend>Dose by hand</legend>
        <RadioGroup v-model:value="step" name="step">
          <Radio v-for="choice in proposal.choices" :key="choice.step" :value="choice.step" class="choice">{{ choice.words }} <span v-if="choice.step === proposal.present?.step" class="small quiet">as now</span></Radio>
        </RadioGroup>
      </fieldset>
      <label>Reason<Input v-model:value="reason" name="reason" :maxlength="400" :aria-invalid="!!problem?.fields?.reason" /></label>
      <button class="act" :disabled="mode === 'change' && step === null">{{ mode === 'change' ? 'Change it' : 'Refuse it' }}</button>
    </form>
    <ProblemNote :problem="problem" />
  </article>
</template>

<style scoped>
article { grid-template-columns: minmax(0, 1fr) auto; column-gap: 1rem; align-items: center; }
article > * { grid-column: 1 / -1; }
.detail { grid-column: 1; }
.acts.right { grid-column: 2; grid-row: 2; }
article { background: var(--card); border: 1px solid var(--line); border-left: 4px solid var(--river); padding: 0.45rem 0.9rem; display: grid; row-gap: 0.25rem; border-radius: 4px; }
article h2 { font-size: 1.12rem; }
article.quiet { color: inherit; }
article.quiet .acts.right { grid-row: 1; align-self: start; }
article.quiet .top { grid-column: 1; }
article.quiet .detail { grid-column: 1 / -1; }
article.grave { border-left-color: var(--clay); }
article.decided { background: transparent; }
.top { display: grid; grid-template-columns: minmax(0, 1.2fr) auto minmax(0, 1fr); gap: 1rem; align-items: start; }
@media (max-width: 700px) {
  article { grid-template-columns: minmax(0, 1fr); }
  .top { grid-template-columns: minmax(0, 1fr); gap: 0.3rem; }
  .acts.right, article.quiet .acts.right { grid-column: 1; grid-row: auto; }
  table { display: block; overflow-x: auto; }
}
.action { font-weight: 600; font-size: 1.1rem; color: var(--river); }
.grave .action { color: var(--clay); }
.differs { border-left: 3px solid var(--clay); padding-left: 0.6rem; }
.sessions { border: 0; background: none; font: inherit; font-size: 0.9rem; color: var(--river); text-decoration: underline; cursor: pointer; min-height: 32px; }
.rule { border: 1px solid var(--line-strong); border-radius: 3px; background: none; font: inherit; font-size: 0.9rem; min-height: 32px; padding: 0 0.5rem; cursor: pointer; color: var(--river); font-weight: 600; }
table { border-collapse: collapse; font-size: 0.9rem; }
th, td { text-align: left; padding: 0.1rem 1rem 0.1rem 0; font-weight: 400; }
thead th { color: var(--ink-2); font-size: 0.8rem; }
.acts { display: flex; gap: 0.5rem; align-items: center; flex-wrap: wrap; }
.form { display: grid; gap: 0.5rem; border-top: 1px solid var(--line); padding-top: 0.5rem; }
fieldset { border: 0; padding: 0; margin: 0; display: flex; flex-wrap: wrap; gap: 0.1rem 1rem; }
.choice { min-height: 44px; display: inline-flex; align-items: center; gap: 0.4rem; }
</style>
