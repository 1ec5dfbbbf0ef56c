<script setup lang="ts">
import { ref } from 'vue'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import { useSession } from '@/app/session'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import ProblemNote from '@/ui/ProblemNote.vue'
import { saveFile } from '@/ui/saveFile'

/** A version on paper: A4 or Letter, in usual or large print or all on one page, and the private link as a code the telephone reads. */
const props = defineProps<{ version: number; number: number; visit?: number; token?: string }>()
const emit = defineEmits<{ linked: [link: string] }>()
const session = useSession()
const paper = ref<Schemas['PrintIn']['paper']>('a4')
const size = ref<Schemas['PrintIn']['size']>('usual')
const busy = ref(false)
const saved = ref('')
const problem = ref<Problem | null>(null)

async function keyFor(fresh: boolean): Promise<string | null> {
  if (props.token || !fresh || props.visit === undefined) return props.token ?? ''
  const found = await outcome(clinic.POST('/api/visits/{visit}/links', { params: { path: { visit: props.visit } } }))
  problem.value = found.ok ? null : found.problem
  if (!found.ok) return null
  emit('linked', found.data.link)
  return found.data.link.split('/').at(-1) ?? ''
}

async function make(fresh: boolean): Promise<void> {
  busy.value = true
  saved.value = ''
  const key = await keyFor(fresh)
  if (key !== null) {
    const found = await outcome(clinic.POST('/api/versions/{version}/print', {
      params: { path: { version: props.version } }, body: { paper: paper.value, size: size.value, token: key }, parseAs: 'blob',
    }))
    problem.value = found.ok ? null : found.problem
    if (found.ok) {
      saved.value = `home-sheet-version-${props.number}.pdf`
      saveFile(found.data, saved.value)
    }
  }
  busy.value = false
}
</script>

<template>
  <div class="print" role="group" aria-label="On paper">
    <ChoiceRow v-model="paper" keep label="Paper" :options="[{ value: 'a4', text: 'A4' }, { value: 'letter', text: 'Letter' }]" />
    <ChoiceRow v-model="size" keep label="Print" :options="[{ value: 'usual', text: 'usual' }, { value: 'large', text: 'large' }, { value: 'fridge', text: 'one page for the fridge' }]" />
    <button class="act" :disabled="busy" @click="make(false)">{{ busy ? 'Making it …' : props.token ? 'Sheet as PDF, with the link as a code' : 'Sheet as PDF' }}</button>
    <button v-if="!props.token && visit !== undefined && session.may('manage-link')" class="act" :disabled="busy" @click="make(true)">with a new private link as a code</button>
    <p class="small quiet" role="status">{{ saved ? `${saved} is saved; print it from there` : '' }}</p>
    <ProblemNote :problem="problem" />
  </div>
</template>

<style scoped>
.print { display: flex; gap: 0.7rem; align-items: end; flex-wrap: wrap; }
</style>
