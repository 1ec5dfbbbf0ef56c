<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { Checkbox, Input, Popconfirm, Segmented } from 'ant-design-vue'
import { computed, ref, shallowRef } from 'vue'
import { clinic, outcome, type Outcome, type Problem, type Schemas } from '@/api/client'
import { unwrap } from '@/shell/useVisit'
import ProblemNote from '@/ui/ProblemNote.vue'
import SideDrawer from '@/ui/SideDrawer.vue'

/** Sessions to take from: templates of the clinic and one's own, other plans of the same client; and keeping this one. */
const props = defineProps<{ open: boolean; visit: number; condition: string | null; conditionName: string | null; may: boolean; drills: number; settle: () => Promise<boolean> }>()
const emit = defineEmits<{ close: []; take: [taken: Schemas['TakenOut']] }>()
const queries = useQueryClient()
const queryKey = ['plan', props.visit, 'templates']
const path = { visit: props.visit }
const { data } = useQuery({ queryKey, enabled: computed(() => props.open), queryFn: async () => unwrap(await outcome(clinic.GET('/api/visits/{visit}/templates', { params: { path } }))) })
const name = ref('')
const whose = ref<'own' | 'clinic'>('own')
const meant = ref(true)
const problem = shallowRef<Problem | null>(null)
const kept = ref('')
const fault = computed(() => problem.value?.fields.name ?? problem.value?.fields.drills ?? '')

async function shown<T>(asked: Promise<Outcome<T>>): Promise<T | null> {
  const found = await asked
  problem.value = found.ok ? null : found.problem
  return found.ok ? found.data : null
}

async function takeTemplate(template: number): Promise<void> {
  const taken = await shown(outcome(clinic.GET('/api/visits/{visit}/templates/{template}', { params: { path: { ...path, template } } })))
  if (taken) emit('take', taken)
}

async function takePlan(complaint: number): Promise<void> {
  const taken = await shown(outcome(clinic.GET('/api/visits/{visit}/plans/{complaint}', { params: { path: { ...path, complaint } } })))
  if (taken) emit('take', taken)
}

async function keep(): Promise<void> {
  kept.value = ''
  if (!(await props.settle())) return
  const body = { name: name.value, own: whose.value === 'own', meant_for: meant.value && props.condition ? [props.condition] : [] }
  const found = await shown(outcome(clinic.POST('/api/visits/{visit}/templates', { params: { path }, body })))
  if (!found) return
  queries.setQueryData(queryKey, found)
  kept.value = name.value
  name.value = ''
}

async function putAway(template: number): Promise<void> {
  const found = await shown(outcome(clinic.DELETE('/api/visits/{visit}/templates/{template}', { params: { path: { ...path, template } } })))
  if (found) queries.setQueryData(queryKey, found)
}
</script>

<template>
  <SideDrawer :open="open" title="Templates" :width="520" @close="emit('close')">
    <p class="small quiet">What you take is screened for this client: what is refused is taken off and said, and nothing is saved before it stands in the session.</p>
    <ProblemNote v-if="!fault" :problem="problem" />
    <ul aria-label="Templates">
      <li v-for="one in data?.templates ?? []" :key="one.id">
        <span><strong>{{ one.name }}</strong> <span class="small quiet">{{ one.own ? 'yours' : `the clinic’s, kept by ${one.by}` }}<template v-if="one.meant_for.length">, for {{ one.meant_for.join(', ') }}</template></span><br />
          <span class="small">{{ one.drills.join(', ') }}</span></span>
        <span class="acts">
          <button v-if="may" type="button" class="act" :aria-label="`Take ${one.name}`" @click="takeTemplate(one.id)">Take it</button>
          <Popconfirm v-if="one.may_put_away && may" :title="`Put ${one.name} away? Nobody is offered it any more.`" ok-text="Put it away" cancel-text="Leave it" @confirm="putAway(one.id)">
            <button type="button" class="act plain small" :aria-label="`Put ${one.name} away`">put away</button>
          </Popconfirm>
        </span>
      </li>
      <li v-for="one in data?.plans ?? []" :key="`plan-${one.complaint}`">
        <span><strong>The plan for {{ one.condition }}</strong> <span class="small quiet">of the same client, {{ one.side === 'both' ? 'both sides' : one.side }}, version {{ one.version }}</span><br /><span class="small">{{ one.drills.join(', ') }}</span></span>
        <button v-if="may" type="button" class="act" :aria-label="`Copy the plan for ${one.condition}`" @click="takePlan(one.complaint)">Copy it</button>
      </li>
    </ul>
    <p v-if="data && !data.templates.length && !data.plans.length" class="empty quiet">No template yet. Make a session you would give again, and keep it below.</p>
    <form v-if="may" class="keep" @submit.prevent="keep">
      <h3>Keep this session</h3>
      <label class="field"><span class="small quiet">name</span><Input v-model:value="name" name="template" :maxlength="80" placeholder="groin, week two" :status="fault ? 'error' : ''" /></label>
      <p v-if="fault" class="clay small" role="alert">{{ fault }}</p>
      <Segmented v-model:value="whose" role="radiogroup" aria-label="whose it is" :options="[{ value: 'own', label: 'mine' }, { value: 'clinic', label: 'the clinic’s' }]" />
      <Checkbox v-if="conditionName" v-model:checked="meant">meant for {{ conditionName.toLowerCase() }}</Checkbox>
      <p class="small quiet">Kept are drills, methods, doses of your own, order and groups. Nothing of the client: no reason, no weight in kilograms, nothing agreed for home.</p>
      <button type="submit" class="act next" :disabled="!drills">Keep it</button>
      <p v-if="kept" role="status" class="small">{{ kept }} is kept.</p>
    </form>
  </SideDrawer>
</template>

<style scoped>
ul { list-style: none; margin: 0.6rem 0; padding: 0; }
li { display: flex; justify-content: space-between; gap: 0.8rem; align-items: start; border-top: 1px solid var(--line); padding: 0.6rem 0; }
.acts { display: grid; justify-items: end; flex: none; }
li .act { white-space: nowrap; flex: none; }
.keep { display: grid; gap: 0.6rem; justify-items: start; border-top: 2px solid var(--line-strong); padding-top: 0.8rem; margin-top: 1rem; }
.field { display: grid; width: 100%; }
.empty { border: 1px dashed var(--line-strong); padding: 0.8rem; border-radius: 4px; }
</style>
