<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import type { HomeSchemas } from '@/api/client'
import DrillPicture from '@/ui/DrillPicture.vue'
import CallButton from './CallButton.vue'
import ChipRow from './ChipRow.vue'
import LineFromClinic from './LineFromClinic.vue'
import PainCells from './PainCells.vue'
import PainLine from './PainLine.vue'
import WeekDots from './WeekDots.vue'
import BreakList from './BreakList.vue'
import { afterPaint } from './afterPaint'
import { asksBetter, type Today } from './arranged'
import { dayOf } from './dates'
import type { Post } from './outbox'
import { phoneWords } from './signs'
import { daysBetween } from './standing'
import { dayWords, nextDue, offToday, planned } from './week'
import { say } from './words'

/** What to do now: one card, with Start or with rest; then what is new, the week, the line of pain, the next visit. */
const props = defineProps<{ sheet: HomeSchemas['HomeSheet']; post: Post; /** where the calendar file lies; none without a network */ calendar: string }>()
const emit = defineEmits<{ begin: [before: number, today: Today]; look: []; badHour: []; answer: [] }>()
const today = defineModel<Today>('today', { required: true })
/** Start was tapped, and the pain is asked; the page that holds it keeps it while something else is asked first */
const asking = defineModel<boolean>('asking', { default: false })
/** the break at work that is about to begin */
const pausing = defineModel<string>('pausing', { default: '' })
const allowed = ref(false)
/** days for which a line of the clinic stands on top, and at all */
const NEW_DAYS = 2
const SHOWN_DAYS = 14

const now = computed(() => props.sheet.today)
const name = computed(() => props.sheet.first_name)
const done = computed(() => props.sheet.days.find(({ date }) => date === now.value)?.done ?? 0)
const of = computed(() => planned(props.sheet, now.value))
const off = computed(() => (of.value > done.value ? offToday(props.sheet, now.value, done.value) : []))
const mine = computed(() => props.sheet.drills.filter((drill) => !drill.rest && !drill.paused && !off.value.includes(drill.drill)))
const seconds = computed(() => {
  const gone = new Set(props.sheet.drills.flatMap((drill, n) => (drill.paused || off.value.includes(drill.drill) ? [n] : [])))
  return props.sheet.timeline.filter(({ index }) => index === null || !gone.has(index)).reduce((sum, one) => sum + one.seconds, 0)
})
const whole = computed(() => props.sheet.rests.find(({ drill }) => !drill))
const ending = computed(() => props.sheet.suspended)
const stopped = computed(() => props.sheet.stopped_today)
const allPaused = computed(() => props.sheet.drills.every((drill) => drill.paused))
const closed = computed(() => !!ending.value || stopped.value || allPaused.value)
const resting = computed(() => !closed.value && !!whole.value)
const hello = computed(() => {
  if (closed.value || resting.value) return say.today.restTitle(name.value)
  const hour = new Date().getHours()
  return hour < 11 ? say.today.morning(name.value) : hour < 18 ? say.today.day(name.value) : say.today.evening(name.value)
})
const news = computed(() => {
  const fresh = daysBetween(props.sheet.date, now.value) <= 3 ? props.sheet.difference : []
  return [...fresh, ...props.sheet.drills.filter(({ at_home, rest }) => at_home && !rest).map(({ title, at_home }) => `${title}: ${at_home}`)]
})
const newsTitle = computed(() => (props.sheet.date === now.value || !props.sheet.difference.length ? say.news.today : say.news.title(dayWords(props.sheet.date, now.value))))
/** the last line of the clinic; what is new of it stands above everything but a stop */
const line = computed(() => props.sheet.messages.filter(({ by }) => by).at(-1))
const lineAge = computed(() => (line.value ? daysBetween(dayOf(new Date(line.value.at)), now.value) : Infinity))
const worst = computed(() => props.sheet.days.map(({ date, worst: pain }) => ({ date, pain })))

/** what lies below the fold comes after the first paint: a slow phone shows Start sooner */
const below = ref(false)
onMounted(() => afterPaint(() => { below.value = true }))

function begin(before: number): void {
  emit('begin', before, pausing.value ? { ...today.value, off: [], pause: pausing.value } : { ...today.value, off: off.value })
}
</script>

<template>
  <div class="today">
    <p class="quiet clinic">{{ sheet.clinic.name }}</p>
    <h1>{{ hello }}</h1>

    <section v-if="ending" class="rest" role="alert">
      <h2>{{ say.rest.sign }}</h2>
      <p>{{ say.rest.signWhy }}</p>
      <p><strong>{{ phoneWords(sheet, ending.id) }}</strong></p>
      <CallButton :phone="sheet.clinic.phone" />
    </section>
    <section v-else-if="stopped" class="rest">
      <h2>{{ say.rest.stopped }}</h2>
      <p>{{ post === 'kept' ? say.rest.stoppedKept : say.rest.stoppedSent }}</p>
      <CallButton :phone="sheet.clinic.phone" />
    </section>
    <section v-else-if="allPaused && sheet.drills.length" class="rest">
      <h2>{{ say.rest.all }}</h2>
      <CallButton :phone="sheet.clinic.phone" />
    </section>
    <section v-else-if="whole" class="rest">
      <h2>{{ whole.until ? say.rest.until(dayWords(whole.until, now)) : say.rest.open }}</h2>
      <p>{{ whole.cause === 'clinician' ? say.rest.clinician : say.rest.flare }}</p>
      <CallButton :phone="sheet.clinic.phone" />
    </section>
    <section v-if="whole?.words" class="word"><h2>{{ say.rest.from(whole.by) }}</h2><p>{{ whole.words }}</p></section>

    <LineFromClinic v-if="line && lineAge <= NEW_DAYS" :line="line" :today="now" @answer="emit('answer')" />
    <p v-if="!sheet.drills.length" class="card">{{ say.today.nothing }} <CallButton :phone="sheet.clinic.phone" /></p>
    <section v-else-if="!closed" class="card first" :class="{ shut: resting && !allowed }">
      <template v-if="!asking">
        <div class="what">
          <div>
            <h2>{{ done >= of ? (of || done ? say.today.done : say.today.none) : say.today.session(done + 1, of) }}</h2>
            <p v-if="done >= of" class="quiet">{{ done ? say.today.doneWhy : say.today.next(dayWords(nextDue(sheet), now)) }}</p>
            <p v-else class="quiet">{{ resting ? say.rest.closed : `${say.minutes(Math.max(1, Math.round(seconds / 60)))}, ${say.drills(mine.length)}` }}</p>
            <p v-if="done < of && !resting" class="quiet">{{ say.today.ready([...sheet.have_ready]) }}</p>
          </div>
          <DrillPicture v-if="mine[0]?.sides[0]" class="thumb" :picture="mine[0].picture" :side="mine[0].sides[0].side" :place="mine[0].place" size="small" :alt="mine[0].sides[0].alt ?? ''" eager />
        </div>
        <button v-if="resting && !allowed" type="button" class="link" @click="asking = true">{{ say.rest.told }}</button>
        <button v-else-if="done < of" type="button" class="act next big" @click="asking = true">{{ say.today.start }}</button>
        <div class="links">
          <button v-if="done >= of" type="button" class="link" @click="asking = true">{{ done ? say.today.again : say.today.allTheSame }}</button>
          <button type="button" class="link" @click="emit('look')">{{ say.today.look }}</button>
        </div>
      </template>
      <template v-else-if="resting && !allowed">
        <p><strong>{{ whole?.until ? say.rest.until(dayWords(whole.until, now)) : say.rest.open }}.</strong> {{ say.rest.sure }}</p>
        <button type="button" class="act next big" @click="asking = false">{{ say.rest.no }}</button>
        <button type="button" class="act big" @click="allowed = true">{{ say.rest.yes }}</button>
      </template>
      <template v-else>
        <ChipRow v-if="sheet.elsewhere" keep :label="say.today.where" :options="[{ value: 'home', text: say.today.home }, { value: 'there', text: sheet.elsewhere.name }]" :model-value="today.there ? 'there' : 'home'" @update:model-value="today = { ...today, there: $event === 'there' }" />
        <p v-if="sheet.elsewhere && today.there && sheet.elsewhere.left_out.length" class="quiet">{{ say.today.notHere([...sheet.elsewhere.left_out]) }}</p>
        <ChipRow v-if="asksBetter(sheet)" :label="say.today.better" :options="[{ value: 'left', text: say.sideLow.left! }, { value: 'right', text: say.sideLow.right! }]" :model-value="today.better" @update:model-value="today = { ...today, better: $event }" />
        <PainCells :label="say.today.before" :model-value="null" @update:model-value="begin" />
        <button type="button" class="link" @click="emit('badHour')">{{ say.today.badHour }}</button>
      </template>
    </section>

    <section v-if="pausing" class="card">
      <h2>{{ say.breaks.at(pausing) }}</h2>
      <PainCells :label="say.today.before" :model-value="null" @update:model-value="begin" />
      <button type="button" class="link" @click="pausing = ''">{{ say.breaks.not }}</button>
    </section>
    <BreakList v-else-if="sheet.desk.length && !closed && !resting && !today.there" :sheet="sheet" @begin="pausing = $event" />

    <section v-if="news.length" class="word"><h2>{{ newsTitle }}</h2><p v-for="one in news" :key="one">{{ one }}</p></section>
    <LineFromClinic v-if="line && lineAge > NEW_DAYS && lineAge <= SHOWN_DAYS" :line="line" :today="now" @answer="emit('answer')" />
    <WeekDots v-if="below && sheet.drills.length" :sheet="sheet" />
    <PainLine v-if="below && worst.some(({ pain }) => pain !== null)" :title="say.course.worst" :days="worst" />
    <p class="visit"><strong v-if="sheet.review_on">{{ say.today.reviewed(dayWords(sheet.review_on, now), sheet.review_at) }}</strong>
      <a v-if="calendar && sheet.drills.length" class="link" :href="calendar" download>{{ say.today.calendar }}</a></p>
  </div>
</template>

<style scoped>
.today { display: grid; gap: 0.9rem; }
.clinic { margin-bottom: -0.8rem; }
h2 { font-family: var(--sans); font-size: 1.15rem; }
.card { background: var(--card); border: 1px solid var(--line); border-radius: 10px; padding: 1rem; display: grid; gap: 0.8rem; }
.first { border-color: #bcd3d7; }
.shut h2 { color: var(--ink-2); }
.what { display: grid; grid-template-columns: 1fr 84px; gap: 0.8rem; }
.thumb { border: 1px solid var(--line); border-radius: 5px; }
.big { min-height: 56px; font-size: 1.15rem; width: 100%; border-radius: 8px; }
.links { display: flex; justify-content: space-between; gap: 1rem; flex-wrap: wrap; }
.link { border: 0; background: none; padding: 0; font: inherit; color: var(--river); text-decoration: underline; min-height: 44px; cursor: pointer; text-align: left; justify-self: start; }
.rest { border-left: 6px solid var(--clay); border-radius: 0 10px 10px 0; background: var(--clay-soft); color: var(--clay-dark); padding: 1rem; display: grid; gap: 0.6rem; }
.word { border-left: 4px solid var(--river); padding: 0.1rem 0 0.1rem 0.8rem; }
.word h2 { font-size: 1rem; }
.visit { padding: 0 0.2rem; display: flex; justify-content: space-between; align-items: center; gap: 1rem; flex-wrap: wrap; }
a.link { display: inline-flex; align-items: center; }
</style>
