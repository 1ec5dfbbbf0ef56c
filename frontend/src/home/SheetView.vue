<script setup lang="ts">
import { computed, ref } from 'vue'
import type { HomeSchemas } from '@/api/client'
import DrillPicture from '@/ui/DrillPicture.vue'
import MovingPicture from '@/ui/MovingPicture.vue'
import PainStrip from '@/ui/PainStrip.vue'
import { shortDate } from '@/ui/dates'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import TapeLine from '@/ui/TapeLine.vue'
import { sided, sidesWords } from '@/ui/sides'
import { minutesWords } from '@/ui/tape'
import { asksBetter, type Today } from './arranged'
import CallLink from './CallLink.vue'
import StopSigns from './StopSigns.vue'
import { phoneWords } from './words'

/** The current sheet: what to have ready, the drills, what to leave out, and the way into the session. */
const props = defineProps<{ sheet: HomeSchemas['HomeSheet']; done: boolean; /** a report is still on this phone */ waiting: boolean; stopped: boolean; sign?: string }>()
const emit = defineEmits<{ begin: [before: number | null] }>()
const today = defineModel<Today>('today', { required: true })
const asking = ref(false)
/** the clinic asked for rest: whoever begins all the same says that the clinic told so */
const resting = computed(() => !!props.sheet.rest_until && props.sheet.rest_until >= props.sheet.today)
const allowed = ref(false)
const before = ref<number | null>(null)
const opened = ref<number | null>(null)
/** a sign that ends every drill: the clinic has it, or it waits on this phone to be sent */
const ending = computed(() => props.sign ?? props.sheet.suspended?.id ?? '')
const allPaused = computed(() => props.sheet.drills.every((drill) => drill.paused))
</script>

<template>
  <section class="sheet">
    <p class="small quiet">{{ sheet.clinic.name }} · version {{ sheet.version }}</p>
    <h1>For {{ sheet.first_name }}</h1>
    <div v-if="ending" class="stop-box" role="alert">
      <p><strong>Do no drill for now.</strong> You told us of a sign that stops the whole program.</p>
      <p>{{ phoneWords(sheet, ending) }}</p>
      <p>The clinic will talk with you before you go on: <CallLink :phone="sheet.clinic.phone" />.</p>
    </div>
    <p v-else-if="stopped" class="stop-box"><strong>You stopped today, and that was right.</strong> No more today. {{ waiting ? 'What you told is kept on this phone and sent as soon as it can be.' : 'The clinic has what you told and looks at it.' }} If it does not settle, call <CallLink :phone="sheet.clinic.phone" />.</p>
    <p v-else-if="done && !waiting" class="known-box">Today’s session is with the clinic. Tomorrow morning we ask how you are; that answer decides what comes next.</p>
    <p v-if="sheet.rest_until && !ending" class="stop-box"><strong>Rest up to and with {{ shortDate(sheet.rest_until) }}.</strong> The last session was too much; the clinic makes the next one easier. Rest days are part of the plan.</p>
    <p v-if="!sheet.drills.length" class="known-box">There is nothing to do for now. The clinic will be in touch, or call <CallLink :phone="sheet.clinic.phone" />.</p>
    <template v-else>
      <template v-if="sheet.elsewhere">
        <ChoiceRow keep label="Where are you today?" :options="[{ value: 'home', text: 'at home' }, { value: 'there', text: sheet.elsewhere.name }]" :model-value="today.there ? 'there' : 'home'" @update:model-value="today = { ...today, there: $event === 'there' }" />
        <p v-if="today.there && sheet.elsewhere.left_out.length" class="quiet">Not here: {{ sheet.elsewhere.left_out.join(', ') }}.</p>
      </template>
      <p><strong>Have ready:</strong> {{ sheet.have_ready.join(', ') || 'nothing' }}. It takes {{ minutesWords(sheet.seconds) }}.</p>
      <p v-if="sheet.review_on">We look at it together on <strong>{{ shortDate(sheet.review_on) }}</strong>.</p>
      <TapeLine :stretches="sheet.timeline" :drills="sheet.drills" :width="352" />
      <ol>
        <li v-for="(drill, n) in sheet.drills" :key="n" :class="{ paused: drill.paused }">
          <p v-if="drill.in_turn"><strong>{{ drill.in_turn }}</strong></p>
          <button type="button" :aria-expanded="opened === n" @click="opened = opened === n ? null : n">
            <span class="n">{{ n + 1 }}</span>
            <DrillPicture class="thumb" :picture="drill.picture" :side="drill.sides[0]?.side ?? 'both'" :place="drill.place" size="small" :alt="drill.sides[0]?.alt ?? ''" eager />
            <span><strong>{{ drill.title }}</strong><br />
              <span v-if="drill.paused" class="clay">paused: leave it out until the clinic has talked with you</span>
              <span v-else-if="drill.rest" class="quiet">once more, to rest</span>
              <span v-else class="quiet">{{ sidesWords(drill, asksBetter({ drills: [drill] }) && !today.better) }}<template v-if="drill.beside">, beside the session, when it suits you</template></span>
            </span>
          </button>
          <div v-if="opened === n" class="more">
            <MovingPicture v-for="one in drill.sides" :key="one.side" :picture="drill.picture" :side="one.side" :place="drill.place" :alt="one.alt ?? drill.title" />
            <p v-for="line in drill.care" :key="line"><strong>First:</strong> {{ line }}</p>
            <p v-if="drill.names.length"><strong>In turn:</strong> {{ drill.names.join(', ') }}</p>
            <p v-for="line in drill.do" :key="line">{{ line }}</p>
            <p v-for="word in drill.explained" :key="word" class="small quiet">{{ word }}</p>
            <p><strong>You should feel:</strong> {{ drill.feel }}</p>
            <p v-if="drill.easier"><strong>Too hard:</strong> {{ drill.easier }}</p>
            <p><strong>Too easy:</strong> {{ drill.harder }}</p>
            <p v-for="cue in drill.watch" :key="cue"><strong>Watch:</strong> {{ cue }}</p>
            <p v-for="change in drill.changed" :key="change" class="clay"><strong>Changed for you:</strong> {{ change }}</p>
            <p v-if="drill.pain_line">{{ drill.pain_line }}</p>
            <StopSigns :signs="drill.stop" />
          </div>
        </li>
      </ol>
      <div v-if="sheet.desk.length"><p><strong>Breaks at work</strong></p><p v-for="one in sheet.desk" :key="one.at">{{ one.at }} {{ one.drills.map(sided).join(', ') }}</p></div>
      <p v-if="sheet.leave_out.length"><strong>Leave out for now:</strong> {{ sheet.leave_out.join('; ') }}.</p>
      <p v-if="ending || allPaused || stopped" class="quiet">{{ ending ? 'The session comes back when the clinic has talked with you.' : stopped ? 'The session comes back tomorrow, without what has to rest.' : 'Every drill is paused until the clinic has talked with you.' }}</p>
      <div v-else-if="asking && resting && !allowed" class="ask">
        <p><strong>The clinic asks you to rest up to and with {{ shortDate(sheet.rest_until!) }}.</strong> Begin only if they told you to go on.</p>
        <button class="act next big" @click="asking = false">I rest today</button>
        <button class="act big" @click="allowed = true">They told me to go on</button>
      </div>
      <div v-else-if="asking" class="ask">
        <ChoiceRow v-if="asksBetter(sheet)" label="Which side moves better today? You begin with it." :options="[{ value: 'left', text: 'left' }, { value: 'right', text: 'right' }]" :model-value="today.better" @update:model-value="today = { ...today, better: $event }" />
        <PainStrip v-model="before" label="Before you begin: pain now" large />
        <button class="act next big" :disabled="before === null" @click="emit('begin', before)">Begin</button>
      </div>
      <button v-else class="act next big" @click="asking = true">{{ done ? 'Do it once more' : 'Start the session' }}</button>
    </template>
    <div class="stop-box"><strong>Stop and call <CallLink :phone="sheet.clinic.phone" /></strong> for a sharp or shooting pain, tingling or numbness, locking or giving way, or pain still worse the next morning.</div>
    <div class="stop-box"><strong>{{ sheet.emergency_line }}</strong> {{ sheet.emergencies.join('; ') }}. {{ sheet.clinic.emergency }}</div>
    <p class="small quiet">Made with a licensed professional. It is no diagnosis. The surgeon’s protocol wins. Check chairs and supports before use.</p>
  </section>
</template>

<style scoped>
.sheet { display: grid; gap: 0.8rem; }
ol { list-style: none; margin: 0; padding: 0; }
li { border-top: 1px solid var(--line); }
li button { display: grid; grid-template-columns: 1.8rem 96px 1fr; gap: 0.4rem; align-items: center; width: 100%; text-align: left; border: 0; background: none; font: inherit; padding: 0.6rem 0; cursor: pointer; min-height: 56px; }
.n { font-weight: 600; color: var(--river); }
.more { display: grid; gap: 0.4rem; padding: 0 0 0.8rem 1.8rem; }
.paused strong { text-decoration: line-through; }
.ask { display: grid; gap: 0.8rem; background: var(--card); border: 1px solid var(--line); padding: 1rem; border-radius: 5px; }
.big { min-height: 60px; font-size: 1.2rem; width: 100%; }
</style>
