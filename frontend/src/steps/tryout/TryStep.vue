<script setup lang="ts">
import { Input } from 'ant-design-vue'
import { computed, onBeforeUnmount, onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { clinic, outcome, type Schemas } from '@/api/client'
import { useSession } from '@/app/session'
import { offerUndo } from '@/shell/lastAct'
import { useStep } from '@/shell/useStep'
import { useVisit } from '@/shell/useVisit'
import CannotRead from '@/ui/CannotRead.vue'
import ConflictBox from '@/ui/ConflictBox.vue'
import FieldNote from '@/ui/FieldNote.vue'
import PickOne from '@/ui/PickOne.vue'
import ProblemNote from '@/ui/ProblemNote.vue'
import SaveState from '@/ui/SaveState.vue'
import { useDraft } from '@/ui/useDraft'
import TriedDrill from './TriedDrill.vue'
import { gainWords } from './words'

type Step = Required<Schemas['TryStep']>
type Entry = Schemas['TryoutIn']

const { visit, refresh } = useVisit()
const route = useRoute()
const router = useRouter()
const session = useSession()
const path = { visit: visit.value }
const { view, read, show } = useStep<Schemas['TryOut']>(visit.value, 'tryouts', () => outcome(clinic.GET('/api/visits/{visit}/tryouts', { params: { path } })))
const current = ref(0)

const draft = useDraft<Step>({
  key: `easepath:tryout:${visit.value}`,
  delay: 250,
  read: async () => {
    const found = await read()
    if (!found.ok) return found
    return { ok: true, data: { revision: found.data.revision, value: { tryouts: found.data.step.tryouts ?? [], test_movement: found.data.step.test_movement ?? '' } } }
  },
  save: async (revision, value) => {
    const found = await outcome(clinic.PUT('/api/visits/{visit}/tryouts', { params: { path }, body: { revision, ...value } }))
    if (found.ok) show(found.data)
    return found
  },
  saved: refresh,
})
onBeforeUnmount(offerUndo(draft))
onMounted(async () => {
  await draft.reload()
  const { drill, side } = route.query
  if (typeof drill === 'string' && (side === 'left' || side === 'right' || side === 'both')) tryNow(drill, side)
})

const tryouts = computed(() => draft.value.value?.tryouts ?? [])
const entry = computed(() => tryouts.value[current.value])
const triedOf = (one: Entry) => view.value?.tried.find((t) => t.drill === one.drill && t.side === one.side)
const unitOf = (one: Entry) => view.value?.retests.find((r) => r.id === one.measure)?.unit ?? ''
const isTried = (drill: string, side: string) => tryouts.value.some((t) => t.drill === drill && t.side === side)
const ticked = computed(() => (view.value?.choices ?? []).filter((c) => c.ticked))
const others = computed(() => (view.value?.choices ?? []).filter((c) => !c.ticked))
const asksMovement = computed(() => tryouts.value.some((t) => t.measure === 'pain-movement'))

/** Whoever comes from Plan with a drill begins with it; the save screens it like any other. */
function tryNow(drill: string, side: Entry['side']): void {
  add(drill, side)
  current.value = tryouts.value.findIndex((one) => one.drill === drill && one.side === side)
  void router.replace({ query: {} })
}

function add(drill: string, side: Entry['side']): void {
  const now = draft.value.value
  if (!now || isTried(drill, side)) return
  const last = now.tryouts.at(-1)
  now.tryouts = [...now.tryouts, { drill, side, measure: last?.measure ?? '', before: last?.after?.length ? [...last.after] : [], after: [], symptom: '', faults: [], brought_back: false }]
  current.value = now.tryouts.length - 1
}

const rankedOthers = computed(() => others.value.flatMap((c) => c.sides.filter((s) => !isTried(c.drill, s)).map((s) => ({ value: `${c.drill}|${s}`, text: `${c.title}${s === 'both' ? '' : `, ${s}`}` }))))

function addFrom(choice: string): void {
  const [drill, side] = choice.split('|')
  const picked = view.value?.choices.find((c) => c.drill === drill)
  const of = picked?.sides.find((one) => one === side)
  if (picked && of) add(picked.drill, of)
}

function change(values: Partial<Entry>): void {
  if (entry.value) Object.assign(entry.value, values)
}

function remove(): void {
  const now = draft.value.value
  if (!now) return
  now.tryouts = now.tryouts.filter((_, n) => n !== current.value)
  current.value = Math.max(0, current.value - 1)
}
</script>

<template>
  <section v-if="view && draft.value.value" aria-label="Try">
    <div class="head">
      <h1>Try</h1>
      <span class="quiet">{{ tryouts.length ? `${tryouts.length} tried in this visit` : 'do a drill here, test before and after' }}</span>
      <SaveState :state="draft.state.value" :at="draft.at.value" />
    </div>
    <ConflictBox v-if="draft.state.value === 'conflict'" :problem="draft.problem.value" @mine="draft.keepMine" @theirs="draft.takeTheirs" />
    <template v-else-if="draft.state.value === 'refused'">
      <ProblemNote :problem="draft.problem.value" />
      <button class="act" @click="draft.takeTheirs">Take the last change back</button>
    </template>
    <div class="grid">
      <div class="list">
        <button v-for="(one, n) in tryouts" :key="one.drill + one.side" type="button" class="one" :class="{ here: n === current }" :aria-current="n === current || undefined" @click="current = n">
          <strong>{{ triedOf(one)?.title ?? one.drill }}<template v-if="one.side !== 'both'">, {{ one.side }}</template></strong>
          <span class="small" :class="{ clay: triedOf(one)?.dropped }">{{ triedOf(one)?.dropped ? 'dropped' : triedOf(one)?.gain ? gainWords(triedOf(one)?.gain, unitOf(one)) : 'no re-test yet' }}</span>
        </button>
        <h2>On the sheet</h2>
        <p v-if="!ticked.length" class="small quiet">Nothing is on the sheet yet; any ranked drill can be tried.</p>
        <div v-for="c in ticked" :key="c.drill" class="pick">
          <span>{{ c.title }}</span>
          <span><button v-for="s in c.sides" :key="s" type="button" class="small" :disabled="isTried(c.drill, s)" @click="add(c.drill, s)">try{{ s === 'both' ? '' : ` ${s}` }}<span class="visually-hidden"> {{ c.title }}</span></button></span>
        </div>
        <label class="small quiet other">another ranked drill
          <PickOne search label="another ranked drill" placeholder="choose" :options="rankedOthers" :model-value="''" @update:model-value="addFrom" />
        </label>
        <p v-if="view.earlier.length" class="small quiet">Tried in earlier visits: {{ view.earlier.map((e) => `${e.title}${e.side === 'both' ? '' : ` ${e.side}`} (visit ${e.visit})`).join('; ') }}.</p>
      </div>
      <div>
        <TriedDrill v-if="entry" :key="entry.drill + entry.side" :entry="entry" :tried="triedOf(entry)" :retests="view.retests" :symptoms="view.symptoms" :index="current" :fields="draft.fields.value" :may="session.may('compose')" @change="change" @remove="remove" />
        <p v-if="entry && !triedOf(entry)" class="quiet">One moment …</p>
        <p v-if="!entry" class="empty quiet">Pick a drill at the left. Take its re-test or a movement that hurts, do the drill, and test again: the gain is set against the error of the test and moves the ranking. A drill that pinches or makes things worse is dropped for this client.</p>
        <label v-if="asksMovement" class="small quiet movement">this client’s own test movement
          <Input v-model:value="draft.value.value.test_movement" :maxlength="120" placeholder="the movement that shows the pain, for example: getting out of the boat" /></label>
        <FieldNote :text="draft.fields.value.test_movement ?? draft.fields.value.tryouts" />
      </div>
    </div>
  </section>
  <CannotRead v-else :problem="draft.problem.value" @again="draft.reload" />
</template>

<style scoped>
.head { display: flex; align-items: baseline; gap: 1rem; margin-bottom: 0.5rem; flex-wrap: wrap; }
.grid { display: grid; grid-template-columns: 230px minmax(0, 1fr); gap: 1.2rem; }
.list h2 { font-size: 0.9rem; font-family: var(--sans); color: var(--ink-2); margin-top: 0.6rem; }
.one { display: grid; width: 100%; text-align: left; border: 0; border-top: 1px solid var(--line); background: none; font: inherit; color: inherit; padding: 0.3rem 0.4rem; min-height: 44px; cursor: pointer; line-height: 1.25; }
.one.here { background: var(--card); box-shadow: inset 4px 0 0 var(--river); padding-left: 0.7rem; }
.pick { display: grid; border-top: 1px solid var(--line); padding: 0.3rem 0 0; line-height: 1.25; }
.pick button { min-height: 44px; padding: 0 1.2rem 0 0; border: 0; background: none; font: inherit; font-size: 0.875rem; color: var(--river); text-decoration: underline; cursor: pointer; }
.pick button:disabled { color: var(--ink-2); text-decoration: none; cursor: default; }
.other { display: grid; margin: 0.6rem 0; min-width: 0; }
.list { min-width: 0; }
.movement { display: grid; margin-top: 0.8rem; }
.empty { border: 1px dashed var(--line-strong); padding: 1rem; border-radius: 4px; }
@media (max-width: 1000px) { .grid { grid-template-columns: 1fr; } }
</style>
