<script setup lang="ts">
import { Input } from 'ant-design-vue'
import { ref } from 'vue'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import ProblemNote from '@/ui/ProblemNote.vue'
import { readable } from '@/ui/dates'

/** A proposal about the plan as a whole; for a gate, what is missing and what a clinician can confirm. */
const props = defineProps<{ proposal: Schemas['ProposalOut']; visit: number; may: boolean }>()
const emit = defineEmits<{ decided: [review: Schemas['ReviewOut']]; explain: []; stale: [] }>()
const refusing = ref(false)
const reason = ref('')
const problem = ref<Problem | null>(null)

function take(result: Awaited<ReturnType<typeof outcome<Schemas['ReviewOut']>>>): void {
  problem.value = result.ok ? null : result.problem
  if (result.ok) {
    refusing.value = false
    emit('decided', result.data)
  } else if (result.problem.status === 404) emit('stale')
}

async function decide(decision: 'accept' | 'refuse' | 'open'): Promise<void> {
  take(await outcome(clinic.POST('/api/visits/{visit}/decisions', {
    params: { path: { visit: props.visit } }, body: { key: props.proposal.key, decision, reason: reason.value, changed_to: null, tried: false },
  })))
}

async function confirmWord(word: string): Promise<void> {
  take(await outcome(clinic.POST('/api/visits/{visit}/gate-words', { params: { path: { visit: props.visit } }, body: { word, confirmed: true } })))
}
</script>

<template>
  <article :class="{ gate: proposal.rule === 'gate' }" :aria-label="`Plan: ${proposal.rule_name}`">
    <p>
      <button type="button" class="rule" @click="emit('explain')">{{ proposal.rule_name }}</button>
      {{ ' ' }}<strong>{{ readable(proposal.detail.charAt(0).toUpperCase() + proposal.detail.slice(1)) }}</strong>
    </p>
    <ul v-if="proposal.missing.length">
      <li v-for="m in proposal.missing" :key="m.text">
        {{ m.text }}
        <button v-if="m.word && may" type="button" class="act" @click="confirmWord(m.word)">I have seen it</button>
      </li>
    </ul>
    <div v-if="may && proposal.action && proposal.decision === 'open'" class="acts beside">
      <button class="act next" @click="decide('accept')">Open the next stage</button>
      <button class="act" @click="refusing = !refusing">Not yet</button>
    </div>
    <p v-else-if="proposal.decision !== 'open'" class="acts">
      <strong>{{ proposal.decision === 'accept' ? 'the next stage opens' : 'not yet' }}</strong>
      <span v-if="proposal.reason" class="quiet">“{{ proposal.reason }}”</span>
      <span class="small quiet">{{ proposal.decided_by }}</span>
      <button v-if="may" class="act plain" @click="decide('open')">take back</button>
    </p>
    <form v-if="refusing" class="acts" @submit.prevent="decide('refuse')">
      <label class="grow">Reason<Input v-model:value="reason" name="plan-reason" :maxlength="400" /></label>
      <button class="act">Keep the gate closed</button>
    </form>
    <ProblemNote :problem="problem" />
  </article>
</template>

<style scoped>
article { border: 1px solid var(--line); border-left: 4px double var(--ink); padding: 0.6rem 0.9rem; display: grid; gap: 0.4rem; border-radius: 4px; background: var(--card); }
.rule { border: 1px solid var(--line-strong); border-radius: 3px; background: none; font: inherit; font-size: 0.9rem; min-height: 32px; padding: 0 0.5rem; cursor: pointer; color: var(--river); font-weight: 600; }
article { grid-template-columns: minmax(0, 1fr) auto; align-items: center; }
article > * { grid-column: 1 / -1; }
article > p:first-child { grid-column: 1; }
article > p:first-child:last-child { grid-column: 1 / -1; }
.acts.beside { grid-column: 2; grid-row: 1; }
ul { margin: 0; padding-left: 1.2rem; }
li { min-height: 30px; }
.acts { display: flex; gap: 0.5rem; align-items: end; flex-wrap: wrap; }
.grow { flex: 1; }
</style>
