<script setup lang="ts">
import { Checkbox } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import { useSession } from '@/app/session'
import BringFile from '@/ui/BringFile.vue'
import { shortDate } from '@/ui/dates'
import DayBox from '@/ui/DayBox.vue'
import PageBar from '@/ui/PageBar.vue'
import ProblemNote from '@/ui/ProblemNote.vue'
import { saveFile } from '@/ui/saveFile'
import CasePanel from './CasePanel.vue'
import ImportLines from './ImportLines.vue'
import ListsPanel from './ListsPanel.vue'

/** In and out: a file from another system is seen line by line before anything is kept; a day of the clinic is taken away. */
const session = useSession()
const router = useRouter()
const problem = ref<Problem | null>(null)
const bundle = ref<Record<string, unknown> | null>(null)
const name = ref('')
const preview = ref<Schemas['ImportPreview'] | null>(null)
const take = ref(new Set<number>())
const another = ref(false)
const busy = ref(false)
const day = ref<string | null>(null)
const whole = computed(() => preview.value?.kind === 'record')
const mayTake = computed(() => (whole.value ? session.may('import-record') : session.may('import-foreign')))
const taken = computed(() => preview.value?.lines.filter((line) => take.value.has(line.n)).length ?? 0)

const said = (title: string, detail: string): Problem => ({ type: '', title, status: 0, detail, fields: {} }) as unknown as Problem

async function bring(file: File): Promise<void> {
  drop()
  name.value = file.name
  try {
    bundle.value = JSON.parse(await file.text()) as Record<string, unknown>
  } catch {
    problem.value = said('This file could not be read', 'A bundle is a JSON file. Ask for it once more, or choose another file.')
    return
  }
  busy.value = true
  const found = await outcome(clinic.POST('/api/imports/preview', { body: { bundle: bundle.value } }))
  busy.value = false
  problem.value = found.ok ? null : found.problem
  if (!found.ok) return
  preview.value = found.data
  take.value = new Set(found.data.lines.filter(({ becomes }) => becomes !== 'nothing' && becomes !== 'person').map(({ n }) => n))
}

function toggle(n: number): void {
  const now = new Set(take.value)
  if (!now.delete(n)) now.add(n)
  take.value = now
}

function drop(): void {
  bundle.value = preview.value = problem.value = null
  another.value = false
  name.value = ''
}

async function takeIn(): Promise<void> {
  if (!bundle.value) return
  busy.value = true
  const found = await outcome(clinic.POST('/api/imports', { body: { bundle: bundle.value, take: [...take.value], somebody_else: another.value } }))
  busy.value = false
  problem.value = found.ok ? null : found.problem
  if (found.ok) await router.push(found.data.visit ? `/visit/${found.data.visit}/story` : `/person/${found.data.client}`)
}

async function takeDay(): Promise<void> {
  if (!day.value) return
  const found = await outcome(clinic.POST('/api/days/{date}/bundle', { params: { path: { date: day.value } }, parseAs: 'blob' }))
  problem.value = found.ok ? null : found.problem
  if (found.ok) saveFile(found.data, `day-${day.value}.json`)
}
</script>

<template>
  <div>
    <PageBar><strong>/ In and out</strong></PageBar>
    <main>
      <h1>In and out</h1>
      <section aria-label="Bring a file">
        <h2>Bring a file from another system</h2>
        <p class="quiet">A bundle (FHIR R4B, JSON) of one person. You see what each line of it becomes before anything is kept. What is known as a background factor waits to be confirmed.</p>
        <p><BringFile label="Choose a file" name="bundle" accept=".json,application/json,application/fhir+json" what="A bundle of another system" :told="busy ? 'reading …' : name" :next="!preview" @brought="bring" /></p>
        <ProblemNote :problem="problem" />
        <p v-for="(why, field) in problem?.fields ?? {}" :key="field" class="clay">{{ why }}</p>
        <template v-if="preview">
          <h3>{{ preview.name || 'Nobody is named' }}<span v-if="preview.born" class="quiet">, born {{ shortDate(preview.born) }}</span></h3>
          <div v-if="preview.here.length" class="here"><p><strong>Somebody of that name is here:</strong> {{ preview.here.join('; ') }}.</p>
            <Checkbox v-if="!whole" v-model:checked="another">This is somebody else</Checkbox>
            <p v-else class="small">If it is the same person, a lead makes the two records one on the person page afterwards.</p></div>
          <template v-if="whole">
            <p>A record kept by Ease Path, whole: {{ preview.counts.filter(({ count }) => count).map(({ what, count }) => `${count} ${what}`).join(', ') }}.</p>
            <p class="small quiet">It is taken in as it is, with who did what; nobody signs in with those names. Consent, reminders and the next visit are asked anew, and a new private link is made here.</p>
          </template>
          <ImportLines v-else :lines="preview.lines" :take="take" @toggle="toggle" />
          <p v-if="!mayTake" class="small">A lead takes a whole record in.</p>
          <p class="acts"><button type="button" class="act next" :disabled="!mayTake || busy" @click="takeIn">{{ whole ? `Take ${preview.name} in` : `Take ${preview.name} in with ${taken} of these` }}</button><button type="button" class="act plain" @click="drop">not now</button></p>
        </template>
      </section>
      <ListsPanel />
      <CasePanel v-if="session.me?.practice && session.may('import-foreign')" />
      <section v-if="session.may('export-client')" aria-label="Take a day along">
        <h2>Take a day along</h2>
        <p class="quiet">Whoever was seen, measured, given a plan or told a session on that day, as a bundle. A whole person is taken along on the person page.</p>
        <p class="acts"><DayBox id="day" label="Day" :model-value="day" @update:model-value="day = $event" /><button type="button" class="act" :disabled="!day" @click="takeDay">Take this day along</button></p>
      </section>
    </main>
  </div>
</template>

<style scoped>
main { max-width: 980px; margin: 0 auto; padding: 1rem 1.75rem 3rem; display: grid; gap: 1.6rem; }
section { display: grid; gap: 0.6rem; grid-template-columns: minmax(0, 1fr); }
.here { border-left: 3px solid var(--ink); padding-left: 0.8rem; }
.acts { display: flex; gap: 0.6rem; align-items: center; flex-wrap: wrap; }
@media (max-width: 700px) { main { padding: 1rem; } }
</style>
