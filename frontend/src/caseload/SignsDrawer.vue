<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import OpenSigns from '@/steps/respond/OpenSigns.vue'
import ProblemNote from '@/ui/ProblemNote.vue'
import SideDrawer from '@/ui/SideDrawer.vue'

/** The signs of one client answered from the caseload; the visit they are answered in is opened with it. */
const props = defineProps<{ line: Schemas['CaseLine'] }>()
const emit = defineEmits<{ close: []; answered: [] }>()
const visit = ref<number | null>(null)
const signs = ref<Schemas['HomeSign'][]>([])
const done = ref(false)
const problem = ref<Problem | null>(null)

async function read(): Promise<void> {
  if (visit.value === null) {
    const opened = await outcome(clinic.POST('/api/complaints/{complaint}/visits', { params: { path: { complaint: props.line.complaint } } }))
    if (!opened.ok) { problem.value = opened.problem; return }
    visit.value = opened.data.visit
  }
  const found = await outcome(clinic.GET('/api/visits/{visit}/respond', { params: { path: { visit: visit.value } } }))
  problem.value = found.ok ? null : found.problem
  if (found.ok) signs.value = found.data.signs
}

async function answered(): Promise<void> {
  emit('answered')
  await read()
  done.value = signs.value.length === 0
}

onMounted(read)
</script>

<template>
  <SideDrawer open :width="560" :title="line.name" @close="emit('close')">
    <ProblemNote :problem="problem" />
    <OpenSigns v-if="visit !== null" :visit="visit" :signs="signs" may @answered="answered" />
    <p v-if="done" role="status"><strong>Every sign is answered.</strong> The plan goes on at home from now on, as far as the rules let it.</p>
    <p v-if="visit !== null" class="small"><RouterLink :to="`/visit/${visit}/respond`">See the sessions in Respond</RouterLink></p>
  </SideDrawer>
</template>
