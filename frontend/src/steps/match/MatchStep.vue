<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue'
import { clinic, outcome, type Schemas } from '@/api/client'
import { needWords, useOptions } from '@/app/options'
import { useSession } from '@/app/session'
import { useVisit } from '@/app/useVisit'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import ConflictBox from '@/ui/ConflictBox.vue'
import ProblemNote from '@/ui/ProblemNote.vue'
import ReasonPanel, { type ReasonCard } from '@/ui/ReasonPanel.vue'
import SaveState from '@/ui/SaveState.vue'
import TapeLine from '@/ui/TapeLine.vue'
import VerdictMark from '@/ui/VerdictMark.vue'
import { sidesWords } from '@/ui/sides'
import { minutesWords } from '@/ui/tape'
import { useDraft } from '@/ui/useDraft'
import FourParts from './FourParts.vue'
import LeftOutList from './LeftOutList.vue'

type Ticked = Schemas['TickedDrill']
interface Draft { drills: Ticked[]; stage: number | null }

const { visit, frame, refresh } = useVisit()
const session = useSession()
const { options } = useOptions()
const path = { visit: visit.value }
const view = shallowRef<Schemas['MatchOut'] | null>(null)
const why = ref<{ title: string; intro: string; reasons: ReasonCard[] } | null>(null)
const undoStack = ref<string[]>([])

const draft = useDraft<Draft>({
  key: `easepath:match:${visit.value}`,
  delay: 150,
  read: async () => {
    const found = await outcome(clinic.GET('/api/visits/{visit}/match', { params: { path } }))
    if (!found.ok) return found
    view.value = found.data
    const { revision, ticked, stage } = found.data
    return { ok: true, data: { revision, value: { drills: ticked, stage: stage ?? null } } }
  },
  save: (revision, value) => outcome(clinic.PUT('/api/visits/{visit}/match', {
    params: { path }, body: { revision, drills: value.drills, stage: view.value?.stage_fixed ? null : value.stage },
  })),
  saved: async () => {
    await refresh()
    const found = await outcome(clinic.GET('/api/visits/{visit}/match', { params: { path } }))
    if (found.ok) view.value = found.data
  },
})
onMounted(draft.reload)

const ticked = computed(() => new Set((draft.value.value?.drills ?? []).map((d) => d.drill)))
const stages = computed(() => (view.value?.stages ?? []).map((s) => ({ value: String(s.stage), text: `${s.stage} ${s.name}` })))
const currentStage = computed(() => view.value?.stages.find((s) => s.stage === view.value?.stage))
const canCompose = computed(() => session.may('compose'))

function remember(): void {
  undoStack.value.push(JSON.stringify(draft.value.value))
}

function toggle(drill: Schemas['RankedDrill']): void {
  const now = draft.value.value
  if (!now || !canCompose.value) return
  remember()
  now.drills = ticked.value.has(drill.drill)
    ? now.drills.filter((d) => d.drill !== drill.drill)
    : [...now.drills, { drill: drill.drill, side: drill.tick_side as 'both', method: '', step: null }]
}

function setMethod(drill: string, method: string): void {
  const found = draft.value.value?.drills.find((d) => d.drill === drill)
  if (!found) return
  remember()
  found.method = method
  found.step = null
}

function setSide(drill: string, side: string): void {
  const found = draft.value.value?.drills.find((d) => d.drill === drill)
  if (!found || !side) return
  remember()
  found.side = side as 'both'
}

function undo(): void {
  const last = undoStack.value.pop()
  if (last) draft.value.value = JSON.parse(last) as Draft
}

function setStage(stage: string): void {
  if (draft.value.value && stage) draft.value.value.stage = Number(stage)
}

const tickedOf = (drill: string) => draft.value.value?.drills.find((d) => d.drill === drill)
const onSheet = (drill: string) => frame.value?.sheet.drills.find((d) => d.drill === drill)

function explain(drill: Schemas['RankedDrill']): void {
  const needs = drill.needs.map(needWords).join(', ')
  why.value = {
    title: drill.title,
    intro: `For: ${needs}. Fit ${Math.round(drill.fit * 100)} of 100, relief ${drill.relief} of 3, risk ${drill.risk} of 3, burden ${Math.round(drill.burden * 100)} of 100.${drill.ladder ? ` On the ladder ${drill.ladder}.` : ''}`,
    reasons: drill.reasons,
  }
}
</script>

<template>
  <section v-if="view && frame" aria-label="Match">
    <div class="head">
      <h1>Match</h1>
      <span class="quiet">{{ ticked.size }} kept of {{ view.ranked.length }}</span>
      <SaveState :state="draft.state.value" :at="draft.at.value" />
      <button v-if="undoStack.length" class="act plain" @click="undo">undo</button>
    </div>
    <div v-if="!view.issues_program" class="stop-box">
      <strong>No program can be issued: the screen is {{ frame.outcome_words }}.</strong>
      The ranking below is for your thoughts only. <RouterLink :to="`/visit/${visit}/screening`">Go to Screen</RouterLink>
    </div>
    <ConflictBox v-if="draft.state.value === 'conflict'" :problem="draft.problem.value" @mine="draft.keepMine" @theirs="draft.takeTheirs" />
    <template v-else-if="draft.state.value === 'refused'">
      <ProblemNote :problem="draft.problem.value" />
      <button class="act" @click="undo">Take the last change back</button>
    </template>

    <div v-if="stages.length" class="stage">
      <template v-if="view.stage_fixed || !canCompose">
        <p><strong>Stage {{ view.stage }}: {{ currentStage?.name }}.</strong> <span class="small quiet">Its gate: {{ currentStage?.passes }}. Gates open in Adjust.</span></p>
      </template>
      <template v-else>
        <ChoiceRow label="Stage the client starts in (the first, unless you have seen its gate passed)" :options="stages" keep :model-value="String(draft.value.value?.stage ?? view.stage ?? 1)" @update:model-value="setStage" />
        <p class="small quiet">The gate of this stage: {{ currentStage?.passes }}</p>
      </template>
    </div>

    <div v-if="frame.sheet.drills.length" class="tape-box">
      <TapeLine :stretches="frame.sheet.timeline" :drills="frame.sheet.drills" :available="(frame.sheet.minutes_available ?? 0) * 60" :width="740" />
      <p class="small quiet">
        {{ minutesWords(frame.sheet.seconds) }} in all, {{ minutesWords(frame.sheet.seconds_rising + frame.sheet.seconds_moving) }} of it for changing place and getting up<template v-if="frame.sheet.minutes_available && !frame.sheet.over_minutes">, {{ minutesWords(frame.sheet.minutes_available * 60 - frame.sheet.seconds) }} to spare</template>
        <strong v-if="frame.sheet.over_minutes" class="clay">, {{ minutesWords(frame.sheet.seconds - (frame.sheet.minutes_available ?? 0) * 60) }} too long</strong>
      </p>
    </div>

    <p class="needs small"><span class="quiet">needed:</span>
      <span v-for="need in view.needs" :key="need.id" class="need"><i :style="{ width: `${need.weight * 26}px` }" />{{ needWords(need.id) }}</span>
    </p>

    <ol class="ranking" aria-label="Ranking">
      <li v-for="drill in view.ranked" :key="drill.drill" :class="{ kept: ticked.has(drill.drill) }">
        <label class="tick">
          <input type="checkbox" :checked="ticked.has(drill.drill)" :disabled="!canCompose" @change="toggle(drill)" />
          <span class="visually-hidden">keep {{ drill.title }}</span>
        </label>
        <div class="main">
          <p><strong>{{ drill.title }}</strong> <span class="small quiet">{{ drill.phase }}<template v-if="drill.side !== 'both'"> · {{ drill.side }}</template> · {{ drill.place === 'stand' ? 'standing' : drill.place }}</span></p>
          <p v-if="onSheet(drill.drill)" class="small">
            {{ sidesWords(onSheet(drill.drill)!) }} · {{ minutesWords(onSheet(drill.drill)?.seconds ?? 0) }}
          </p>
          <div v-if="ticked.has(drill.drill)" class="more">
            <ChoiceRow v-if="drill.methods.length > 1" label="method" hide-label :options="drill.methods.map((m) => ({ value: m.id, text: m.name.toLowerCase() }))" :model-value="tickedOf(drill.drill)?.method || onSheet(drill.drill)?.method" keep @update:model-value="(m) => setMethod(drill.drill, m)" />
            <ChoiceRow v-if="drill.side !== 'both'" label="sides" hide-label :options="[{ value: 'left', text: 'left' }, { value: 'right', text: 'right' }, { value: 'both', text: 'both sides' }]" :model-value="tickedOf(drill.drill)?.side" keep @update:model-value="(s) => setSide(drill.drill, s)" />
          </div>
        </div>
        <FourParts :fit="drill.fit" :relief="drill.relief" :risk="drill.risk" :burden="drill.burden" :score="drill.score" />
        <button type="button" class="why" @click="explain(drill)"><VerdictMark :verdict="drill.verdict" /><span class="small">why</span></button>
      </li>
    </ol>
    <LeftOutList :left-out="view.left_out" @explain="(title, reasons) => (why = { title, intro: '', reasons })" />
    <ReasonPanel :open="!!why" :title="why?.title ?? ''" :intro="why?.intro" :reasons="why?.reasons ?? []" :source="`knowledge ${options?.knowledge_version ?? ''}: clinical consensus, reviewed`" @close="why = null" />
  </section>
  <ProblemNote v-else :problem="draft.problem.value" />
</template>

<style scoped>
.head { display: flex; align-items: baseline; gap: 1rem; margin-bottom: 0.5rem; }
.stage { margin: 0.4rem 0; }
.tape-box { margin: 0.4rem 0; }
.needs { display: flex; flex-wrap: wrap; gap: 0.2rem 0.9rem; margin: 0.3rem 0; }
.need { display: inline-flex; align-items: center; gap: 0.35rem; }
.need i { height: 5px; background: var(--river); display: inline-block; }
.ranking { list-style: none; margin: 0; padding: 0; }
.ranking li { display: grid; grid-template-columns: 44px minmax(0, 1fr) 232px 92px; gap: 0.6rem; align-items: center; border-top: 1px solid var(--line); padding: 0.25rem 0; }
.ranking li.kept { background: var(--card); border-left: 4px solid var(--river); margin-left: -4px; }
.tick { display: grid; place-items: center; min-height: 44px; cursor: pointer; }
.tick input { width: 24px; height: 24px; accent-color: var(--river); }
.more { display: flex; gap: 0.8rem; flex-wrap: wrap; padding: 0.2rem 0 0.3rem; }
.why { display: grid; justify-items: start; border: 0; background: none; font: inherit; cursor: pointer; min-height: 44px; align-content: center; }
.why .small { color: var(--river); text-decoration: underline; }
</style>
