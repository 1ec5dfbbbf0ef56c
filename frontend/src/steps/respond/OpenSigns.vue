<script setup lang="ts">
import { Textarea } from 'ant-design-vue'
import { reactive, ref } from 'vue'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import { shortDate } from '@/ui/dates'
import FieldNote from '@/ui/FieldNote.vue'
import ProblemNote from '@/ui/ProblemNote.vue'

/** Signs told at home that stay until a clinician has answered them: what was found, by whom, on which day. */
const props = defineProps<{ visit: number; signs: Schemas['HomeSign'][]; may: boolean }>()
const emit = defineEmits<{ answered: [] }>()
const answering = ref('')
const form = reactive({ reason: '' })
const problem = ref<Problem | null>(null)
const keyOf = (sign: Schemas['HomeSign']) => `${sign.drill} ${sign.side} ${sign.date}`

function begin(sign: Schemas['HomeSign']): void {
  answering.value = keyOf(sign)
  form.reason = ''
  problem.value = null
}

async function answer(sign: Schemas['HomeSign']): Promise<void> {
  const body: Schemas['SignAnswerIn'] = { drill: sign.drill, until: sign.date, reason: form.reason.trim() }
  const found = await outcome(clinic.POST('/api/visits/{visit}/sign-answers', { params: { path: { visit: props.visit } }, body }))
  problem.value = found.ok ? null : found.problem
  if (!found.ok) return
  answering.value = ''
  emit('answered')
}
</script>

<template>
  <section v-if="signs.length" class="stop-box" aria-label="Signs to answer">
    <h2>{{ signs.length === 1 ? 'A sign waits for an answer' : `${signs.length} signs wait for an answer` }}</h2>
    <p v-if="signs.some((s) => s.ends_all)"><strong>No drill goes on at home until it is answered.</strong></p>
    <ul>
      <li v-for="sign in signs" :key="keyOf(sign)">
        <div class="line">
          <span><strong>{{ sign.words }}</strong> <span class="quiet">in {{ sign.title }}<template v-if="sign.side && sign.side !== 'both'">, {{ sign.side }}</template>, {{ shortDate(sign.date) }}</span></span>
          <button v-if="may && answering !== keyOf(sign)" type="button" class="act" @click="begin(sign)">Answer<span class="visually-hidden"> {{ sign.words }} in {{ sign.title }}</span></button>
        </div>
        <form v-if="answering === keyOf(sign)" class="answer" @submit.prevent="answer(sign)">
          <label>What was found, and what was decided
            <Textarea v-model:value="form.reason" :rows="2" :maxlength="400" /></label>
          <FieldNote :text="problem?.fields?.reason ?? problem?.fields?.drill" />
          <div class="acts"><button class="act next" :disabled="!form.reason.trim()">Record the answer</button>
            <button type="button" class="act plain" @click="answering = ''">not yet</button>
            <span class="small quiet">It stands with your name and today’s date. The session stays in the log.</span></div>
        </form>
      </li>
    </ul>
    <p v-if="!may" class="quiet">A clinician answers them.</p>
    <ProblemNote :problem="problem" :beside="answering ? ['reason', 'drill'] : []" />
  </section>
</template>

<style scoped>
section { display: grid; gap: 0.4rem; }
h2 { margin: 0; font-size: 1.05rem; }
ul { list-style: none; margin: 0; padding: 0; display: grid; gap: 0.4rem; }
.line { display: flex; gap: 0.8rem; align-items: center; justify-content: space-between; flex-wrap: wrap; }
.answer { display: grid; gap: 0.4rem; padding: 0.4rem 0; }
.answer label { display: grid; gap: 0.2rem; }
textarea { font: inherit; padding: 0.5rem; border: 1px solid var(--line-strong); border-radius: var(--corner); background: var(--card); color: var(--ink); }
.acts { display: flex; gap: 0.6rem; align-items: center; flex-wrap: wrap; }
</style>
