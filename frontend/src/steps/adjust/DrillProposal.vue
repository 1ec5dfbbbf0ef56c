<script setup lang="ts">
import { feltWords } from '../respond/course'
import { Checkbox, Input, Radio, RadioGroup } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import ProblemNote from '@/ui/ProblemNote.vue'
import { readable, shortDate } from '@/ui/dates'
import DrillPicture from '@/ui/DrillPicture.vue'
import RippleLine from '@/ui/RippleLine.vue'
import InsteadChoice from './InsteadChoice.vue'

/** One drill: its responses, what the rule proposes, and the clinician's decision. */
const props = defineProps<{ proposal: Schemas['ProposalOut']; visit: number; may: boolean }>()
const emit = defineEmits<{ decided: [review: Schemas['ReviewOut']]; explain: []; stale: [] }>()
type Decision = 'accept' | 'change' | 'refuse' | 'open'

const open = ref(false)
const mode = ref<'change' | 'refuse' | null>(null)
const reason = ref('')
const step = ref<number | null>(null)
const tried = ref(false)
const problem = ref<Problem | null>(null)

/** a stop sign ends its drill: what may stand in its place is offered, the same drill is not */
const stopped = computed(() => props.proposal.stop_sign && props.proposal.action !== 'suspend')
const sideWords = computed(() => (props.proposal.side === 'both' ? 'both sides' : props.proposal.side))
const DECIDED: Record<Schemas['ProposalOut']['decision'], string> = { open: '', accept: 'accepted', change: 'changed', refuse: 'refused' }

type Target = Schemas['TargetIn']

async function decide(decision: Decision, into: Target | null = null): Promise<void> {
  const present = props.proposal.present
  const byHand = decision === 'change' && present && step.value !== null ? { drill: present.drill, method: present.method, step: step.value } : null
  const changed = into ?? byHand
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
  <article :class="{ grave: proposal.grave, decided: proposal.decision !== 'open' }" :aria-label="proposal.title">
    <div class="top">
      <h2>{{ proposal.words }}: {{ proposal.title }} <span class="small quiet name">({{ proposal.name }})</span></h2>
      <span v-if="proposal.decision !== 'open'" class="done"><strong>{{ DECIDED[proposal.decision] }}</strong></span>
      <RippleLine v-if="proposal.sessions.length" :kinds="proposal.sessions" words />
      <span v-else class="small quiet">not done yet</span>
    </div>
    <div class="change">
      <DrillPicture v-if="proposal.to_picture" class="seen" :picture="proposal.picture" :side="proposal.side_shown" size="small" :alt="proposal.title" />
      <p>{{ sideWords }}: <span :class="{ was: proposal.to_words || proposal.changed_words }">{{ proposal.present?.words }}</span><template v-if="proposal.changed_words || proposal.to_words"> → <strong>{{ proposal.changed_words || proposal.to_words }}</strong></template></p>
      <DrillPicture v-if="proposal.to_picture" class="seen" :picture="proposal.to_picture" :side="proposal.side_shown" size="small" :alt="proposal.to_words" />
    </div>
    <p class="detail">
      {{ readable(proposal.detail.charAt(0).toUpperCase() + proposal.detail.slice(1)) }}.
      <button type="button" class="link" @click="emit('explain')">why<span class="visually-hidden"> {{ proposal.title }}</span></button>
      <button v-if="proposal.sessions.length" type="button" class="link" :aria-expanded="open" @click="open = !open">{{ open ? 'hide the sessions' : proposal.sessions.length === 1 ? 'its session' : `its last ${proposal.sessions.length} sessions` }}</button>
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
          <td>{{ s.morning ?? 'not known' }}</td><td>{{ feltWords(s) || 'not known' }}</td><td>{{ s.kind }}</td>
        </tr>
      </tbody>
    </table>
    <template v-if="may && proposal.decision === 'open'">
      <InsteadChoice v-if="stopped" :proposal="proposal" @take="decide('change', { drill: $event.drill, method: $event.method, step: $event.step })" @none="decide('accept')" />
      <div v-else class="acts">
        <Checkbox v-if="proposal.to?.try_first" v-model:checked="tried" :name="`tried-${proposal.drill}`">Tried together, went well</Checkbox>
        <button v-if="proposal.decided_here" class="act next" :disabled="proposal.to?.try_first && !tried" @click="decide('accept')">Accept</button>
        <button v-if="!proposal.stop_sign" class="act" @click="mode = mode === 'change' ? null : 'change'">Change</button>
        <button v-if="proposal.decided_here && !proposal.stop_sign" class="act" @click="mode = mode === 'refuse' ? null : 'refuse'">Refuse</button>
      </div>
    </template>
    <div v-else-if="proposal.decision !== 'open'" class="acts">
      <span v-if="proposal.reason" class="quiet">“{{ proposal.reason }}”</span>
      <span class="small quiet">{{ proposal.decided_by }}</span>
      <button v-if="may" class="link" @click="decide('open')">take back<span class="visually-hidden"> {{ proposal.title }}</span></button>
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
article { background: var(--card); border: 1px solid var(--line); border-left: 5px solid var(--river); padding: 0.6rem 0.9rem; display: grid; row-gap: 0.3rem; border-radius: 4px; grid-template-columns: minmax(0, 1fr); }
article.grave { border-left-color: var(--clay); }
.top { display: flex; gap: 0.4rem 1rem; align-items: baseline; flex-wrap: wrap; }
.top h2 { flex: 1 1 16rem; font-size: 1.1rem; }
.name { font-family: var(--sans); font-weight: 400; }
.done { border: 1px solid var(--river); background: var(--river-soft); border-radius: var(--corner); padding: 0 0.5rem; font-size: 0.9rem; }
.change { display: flex; gap: 0.7rem; align-items: center; flex-wrap: wrap; }
.seen { width: 84px; }
.was { color: var(--ink-2); }
.differs { border-left: 3px solid var(--clay); padding-left: 0.6rem; }
.link { border: 0; background: none; font: inherit; font-size: 0.9rem; color: var(--river); text-decoration: underline; cursor: pointer; min-height: 32px; padding: 0; margin-left: 0.4rem; }
table { border-collapse: collapse; font-size: 0.9rem; }
th, td { text-align: left; padding: 0.1rem 1rem 0.1rem 0; font-weight: 400; }
thead th { color: var(--ink-2); font-size: 0.8rem; }
.acts { display: flex; gap: 0.5rem; align-items: center; flex-wrap: wrap; }
.form { display: grid; gap: 0.5rem; border-top: 1px solid var(--line); padding-top: 0.5rem; }
fieldset { border: 0; padding: 0; margin: 0; display: flex; flex-wrap: wrap; gap: 0.1rem 1rem; }
.choice { min-height: 44px; display: inline-flex; align-items: center; gap: 0.4rem; }
@media (max-width: 700px) { table { display: block; overflow-x: auto; } }
</style>
