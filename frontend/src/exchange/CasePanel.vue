<script setup lang="ts">
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import BringFile from '@/ui/BringFile.vue'
import ProblemNote from '@/ui/ProblemNote.vue'

/** A case file taken into a practice clinic: whom it becomes is seen, with what differs, before it is kept. */
const router = useRouter()
const name = ref('')
const text = ref('')
const seen = ref<Schemas['CaseOut'] | null>(null)
const busy = ref(false)
const problem = ref<Problem | null>(null)

function drop(): void {
  text.value = name.value = ''
  seen.value = problem.value = null
}

async function bring(file: File): Promise<void> {
  drop()
  name.value = file.name
  text.value = await file.text()
  await send(false)
}

async function send(keep: boolean): Promise<void> {
  busy.value = true
  const body = { case: text.value }
  const found = await outcome(keep ? clinic.POST('/api/imports/cases', { body }) : clinic.POST('/api/imports/cases/preview', { body }))
  busy.value = false
  problem.value = found.ok ? null : found.problem
  if (!found.ok) return
  seen.value = found.data
  if (found.data.visit) await router.push(`/visit/${found.data.visit}/story`)
}
</script>

<template>
  <section aria-label="Bring a case">
    <h2>Bring a case</h2>
    <p class="quiet">A case file (YAML) names nobody. It becomes a client of this practice clinic as of today: story, screen, readings, plan and sessions. On the course page a complaint is saved as one.</p>
    <p><BringFile label="Choose a case" name="case" accept=".yaml,.yml,application/yaml,text/plain" what="A case file" :told="busy ? 'reading …' : name" @brought="bring" /></p>
    <ProblemNote :problem="problem" />
    <p v-for="(why, field) in problem?.fields ?? {}" :key="field" class="clay">{{ why }}</p>
    <template v-if="seen">
      <p><strong>Case {{ seen.name }}</strong>: {{ seen.counts.filter(({ count }) => count).map(({ what, count }) => `${count} ${count === 1 ? what.replace(/s$/, '') : what}`).join(', ') }}.</p>
      <div v-if="seen.left.length"><p class="small"><strong>What no record here can hold</strong></p><ul><li v-for="one in seen.left" :key="one" class="small">{{ one }}</li></ul></div>
      <div v-if="seen.differs.length"><p class="small"><strong>What the rules then say otherwise</strong></p><ul><li v-for="one in seen.differs" :key="one" class="small">{{ one }}</li></ul></div>
      <p v-else class="small quiet">The rules say the same of it as of the case.</p>
      <p class="acts"><button type="button" class="act next" :disabled="busy" @click="send(true)">Take this case in</button><button type="button" class="act plain" @click="drop">not now</button></p>
    </template>
  </section>
</template>

<style scoped>
section, div { display: grid; gap: 0.6rem; grid-template-columns: minmax(0, 1fr); }
ul { margin: 0; padding-left: 1.1rem; }
.acts { display: flex; gap: 0.6rem; align-items: center; flex-wrap: wrap; }
</style>
