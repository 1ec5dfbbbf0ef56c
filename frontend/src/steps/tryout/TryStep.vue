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
import TryStrip from './TryStrip.vue'

type Step = Required<Schemas['TryStep']>
type Entry = Schemas['TryoutIn']

const { visit, frame, refresh } = useVisit()
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
const isTried = (drill: string, side: string) => tryouts.value.some((t) => t.drill === drill && t.side === side)
const others = computed(() => (view.value?.choices ?? []).filter((c) => !c.ticked))
const asksMovement = computed(() => tryouts.value.some((t) => t.measure === 'pain-movement'))

/** Whoever comes from Plan with a drill begins with it; the save screens it like any other. */
function tryNow(drill: string, side: Entry['side']): void {
  add(drill, side)
  current.value = tryouts.value.findIndex((one) => one.drill === drill && one.side === side)
  void router.replace({ query: {} })
}

/** A drill begins with its own re-test, and with what was read of it today or just now. */
function add(drill: string, side: Entry['side']): void {
  const now = draft.value.value
  if (!now || isTried(drill, side)) return
  const own = view.value?.choices.find((c) => c.drill === drill)?.sides.find((s) => s.side === side)
  const measure = own?.retest ?? ''
  const sided = view.value?.retests.find((r) => r.id === measure)?.sided
  const last = [...now.tryouts].reverse().find((one) => one.measure === measure && one.after?.length && (!sided || one.side === side))
  now.tryouts = [...now.tryouts, { drill, side, measure, before: [...(last?.after ?? own?.before ?? [])], after: [], symptom: '', faults: [], brought_back: false }]
  current.value = now.tryouts.length - 1
}

/** the next side on the sheet that nobody tried yet */
const nextUp = computed(() => (view.value?.choices ?? []).filter((c) => c.ticked).flatMap((choice) => choice.sides.map((side) => ({ choice, side }))).find(({ choice, side }) => !isTried(choice.drill, side.side)))
const nextWords = computed(() => {
  if (!nextUp.value) return ''
  const { choice, side } = nextUp.value
  return choice.drill === entry.value?.drill ? `${side.side} side` : [choice.title, side.side === 'both' ? '' : side.side].filter(Boolean).join(', ')
})

/** The strip's press: begin it, or look at it again. */
function take(choice: Schemas['TryChoice'], side: Schemas['TrySide']): void {
  const found = tryouts.value.findIndex((one) => one.drill === choice.drill && one.side === side.side)
  if (found >= 0) current.value = found
  else add(choice.drill, side.side)
}

const rankedOthers = computed(() => others.value.flatMap((c) => c.sides.filter((s) => !isTried(c.drill, s.side)).map(({ side }) => ({ value: `${c.drill}|${side}`, text: `${c.title}${side === 'both' ? '' : `, ${side}`}` }))))

function addFrom(choice: string): void {
  const [drill, side] = choice.split('|')
  const picked = view.value?.choices.find((c) => c.drill === drill)
  const of = picked?.sides.find((one) => one.side === side)
  if (picked && of) add(picked.drill, of.side)
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
      <label class="small quiet other">another ranked drill
        <PickOne search small label="another ranked drill" placeholder="choose" :options="rankedOthers" :model-value="''" @update:model-value="addFrom" />
      </label>
    </div>
    <ConflictBox v-if="draft.state.value === 'conflict'" :problem="draft.problem.value" @mine="draft.keepMine" @theirs="draft.takeTheirs" />
    <template v-else-if="draft.state.value === 'refused'">
      <ProblemNote :problem="draft.problem.value" />
      <button class="act" @click="draft.takeTheirs">Take the last change back</button>
    </template>
    <TryStrip :view="view" :tryouts="tryouts" :current="entry" @take="take" />
    <p v-if="view.earlier.length" class="small quiet">Tried in earlier visits: {{ view.earlier.map((e) => `${e.title}${e.side === 'both' ? '' : ` ${e.side}`} (visit ${e.visit})`).join('; ') }}.</p>
    <TriedDrill v-if="entry" :key="entry.drill + entry.side" :entry="entry" :tried="triedOf(entry)" :retests="view.retests" :symptoms="view.symptoms" :index="current" :fields="draft.fields.value" :may="session.may('compose')" :first-name="frame?.client.first_name ?? 'the client'" :visit="visit" :next="nextWords" @change="change" @remove="remove" @next="nextUp && take(nextUp.choice, nextUp.side)" />
    <p v-if="entry && !triedOf(entry)" class="quiet">One moment …</p>
    <p v-if="!entry" class="empty quiet">{{ view.choices.some((c) => c.ticked) ? 'Press a side above.' : 'Nothing is on the sheet yet; any ranked drill can be tried.' }} Take its re-test or a movement that hurts, do the drill, and test again: the gain is set against the error of the test and moves the ranking. A drill that pinches or makes things worse is dropped for this client.</p>
    <label v-if="asksMovement" class="small quiet movement">this client’s own test movement
      <Input v-model:value="draft.value.value.test_movement" :maxlength="120" placeholder="the movement that shows the pain, for example: getting out of the boat" /></label>
    <FieldNote :text="draft.fields.value.test_movement ?? draft.fields.value.tryouts" />
  </section>
  <CannotRead v-else :problem="draft.problem.value" @again="draft.reload" />
</template>

<style scoped>
section { display: grid; gap: 0.6rem; grid-template-columns: minmax(0, 1fr); }
.head { display: flex; align-items: baseline; gap: 1rem; flex-wrap: wrap; }
.other { margin-left: auto; display: inline-flex; gap: 0.4rem; align-items: center; }
.other .pick { width: 12rem; }
.movement { display: grid; }
.empty { border: 1px dashed var(--line-strong); padding: 1rem; border-radius: 4px; }
</style>
