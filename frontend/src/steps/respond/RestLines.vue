<script setup lang="ts">
import { Button, Input } from 'ant-design-vue'
import { computed, reactive, ref } from 'vue'
import { clinic, outcome, type Outcome, type Problem, type Schemas } from '@/api/client'
import { shortDate } from '@/ui/dates'
import DayBox from '@/ui/DayBox.vue'
import FieldNote from '@/ui/FieldNote.vue'
import PickOne from '@/ui/PickOne.vue'
import ProblemNote from '@/ui/ProblemNote.vue'

/** What rests at home today, and the act that orders or ends a rest. It ends by its day or here, never by a new version. */
const props = defineProps<{ visit: number; rests: Schemas['RestLine'][]; drills: { drill: string; title: string }[]; may: boolean }>()
const emit = defineEmits<{ changed: [] }>()
const asking = ref(false)
const ending = ref<number | null>(null)
const form = reactive({ drill: '', until: null as string | null, words: '', reason: '' })
const problem = ref<Problem | null>(null)
const WHY: Record<Schemas['RestLine']['cause'], string> = { sign: 'a sign waits for an answer', flare: 'a session flared', clinician: 'ordered' }
const whole = { value: '', text: 'the whole program' }
const choices = computed(() => [whole, ...props.drills.map(({ drill, title }) => ({ value: drill, text: title }))])
const until = (rest: Schemas['RestLine']): string => (rest.until ? `up to and with ${shortDate(rest.until)}` : rest.cause === 'sign' ? 'until it is answered' : 'until it is ended')

async function done(found: Outcome<Schemas['RestLine'][]>): Promise<void> {
  problem.value = found.ok ? null : found.problem
  if (!found.ok) return
  asking.value = false
  ending.value = null
  Object.assign(form, { drill: '', until: null, words: '', reason: '' })
  emit('changed')
}

const path = computed(() => ({ visit: props.visit }))
async function order(): Promise<void> {
  await done(await outcome(clinic.POST('/api/visits/{visit}/rests', { params: { path: path.value }, body: { drill: form.drill, until: form.until, words: form.words.trim() } })))
}

async function end(rest: number): Promise<void> {
  await done(await outcome(clinic.POST('/api/visits/{visit}/rests/{rest}/end', { params: { path: { ...path.value, rest } }, body: { reason: form.reason.trim() } })))
}
</script>

<template>
  <section aria-label="Rest at home" class="rests">
    <p v-for="rest in rests" :key="`${rest.cause} ${rest.drill}`" class="line">
      <span><strong>{{ rest.title || 'The whole program' }} rests</strong> {{ until(rest) }}: {{ WHY[rest.cause] }}<template v-if="rest.by"> by {{ rest.by }}</template>.
        <span v-if="rest.words" class="quiet">The client reads “{{ rest.words }}”</span></span>
      <Button v-if="may && rest.ended_here && ending !== rest.id" size="small" @click="ending = rest.id">End it<span class="visually-hidden"> of {{ rest.title || 'the whole program' }}</span></Button>
    </p>
    <form v-if="ending !== null" class="form" @submit.prevent="end(ending)">
      <label>Why it ends before its day <Input v-model:value="form.reason" :maxlength="300" /></label>
      <FieldNote :text="problem?.fields?.reason ?? problem?.fields?.rest" />
      <span class="acts"><Button type="primary" html-type="submit" :disabled="!form.reason.trim()">End the rest</Button><Button type="text" @click="ending = null">leave it</Button></span>
    </form>
    <Button v-if="may && drills.length && !asking" size="small" @click="asking = true">Order rest at home</Button>
    <form v-if="asking" class="form" @submit.prevent="order">
      <div class="two">
        <PickOne v-model="form.drill" label="What rests" :options="choices" />
        <DayBox id="rest-until" v-model="form.until" label="up to and with, where a day is known" />
      </div>
      <FieldNote :text="problem?.fields?.drill ?? problem?.fields?.until" />
      <label>What the client reads of it <Input v-model:value="form.words" :maxlength="300" placeholder="Walk as you like. We look at it together on Monday." /></label>
      <span class="acts"><Button type="primary" html-type="submit">Order rest from today</Button><Button type="text" @click="asking = false">not now</Button>
        <span class="small quiet">It stands on the phone at the next contact.</span></span>
    </form>
    <ProblemNote :problem="problem" :beside="[...(ending === null ? [] : ['reason', 'rest']), ...(asking ? ['drill', 'until'] : [])]" />
  </section>
</template>

<style scoped>
.rests { display: grid; gap: 0.4rem; justify-items: start; }
.line { display: flex; gap: 0.8rem; align-items: center; justify-content: space-between; flex-wrap: wrap; width: 100%; margin: 0; border-left: 4px solid var(--clay); padding-left: 0.6rem; }
.form { display: grid; gap: 0.4rem; width: 100%; max-width: 46rem; }
.two { display: grid; grid-template-columns: 1fr 1fr; gap: 0.8rem; }
.acts { display: flex; gap: 0.6rem; align-items: center; flex-wrap: wrap; }
</style>
