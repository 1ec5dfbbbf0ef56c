<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { shortDate } from '@/ui/dates'
import DrillPicture from '@/ui/DrillPicture.vue'
import { placeWords } from '@/ui/places'
import { sided, sidesWords } from '@/ui/sides'
import TapeLine from '@/ui/TapeLine.vue'
import { minutesWords } from '@/ui/tape'
import ElsewherePrinted from './ElsewherePrinted.vue'

/** The whole sheet as it lies on paper; one that is not made yet has nobody who handed it over. */
defineProps<{ sheet: Schemas['Sheet'] }>()
const positions = (sides: { side: string; alt?: string }[]) => {
  const [one, two] = sides
  if (!one) return []
  return two ? [{ ...one, pose: 'end' }, { ...two, pose: 'end' }] : [{ ...one, pose: 'start' }, { ...one, pose: 'end' }]
}
const DAYS = Array.from({ length: 14 }, (_, n) => n + 1)
</script>

<template>
  <div class="page">
    <header>
      <div>
        <h1>For {{ sheet.first_name }}, at home</h1>
        <p>{{ sheet.clinic.name }} · {{ sheet.clinic.phone }}</p>
      </div>
      <p class="version">version {{ sheet.version }}<br /><template v-if="sheet.by">{{ shortDate(sheet.date) }}, {{ sheet.by }}</template><template v-else>not shown yet</template></p>
    </header>
    <p class="ready"><strong>Have ready:</strong> {{ sheet.have_ready.join(', ') || 'nothing' }}. <strong>It takes</strong> {{ minutesWords(sheet.seconds) }}.<template v-if="sheet.review_on"> <strong>We look at it together on {{ shortDate(sheet.review_on) }}.</strong></template></p>
    <p v-for="line in sheet.limits" :key="line" class="changed"><strong>{{ line }}</strong></p>
    <p v-for="line in sheet.precautions" :key="line">{{ line }}</p>
    <TapeLine v-if="sheet.drills.length" :stretches="sheet.timeline" :drills="sheet.drills" :available="(sheet.minutes_available ?? 0) * 60" :width="700" />
    <p v-if="sheet.difference.length" class="small"><strong>New in this version:</strong> {{ sheet.difference.join('; ') }}.</p>
    <ol>
      <li v-for="(drill, n) in sheet.drills" :key="n">
        <p v-if="drill.in_turn"><strong>{{ drill.in_turn }}</strong></p>
        <h2><span class="n">{{ n + 1 }}</span> {{ drill.title }}<template v-if="drill.rest">, once more to rest</template></h2>
        <p class="dose"><strong>{{ sidesWords(drill, drill.better_first) }}</strong> · {{ drill.per_day > 1 ? `${drill.per_day} times a day` : 'once a day' }}, {{ drill.days_per_week }} days a week · {{ placeWords(drill.place) }}<template v-if="drill.beside"> · beside the session</template></p>
        <p v-if="drill.names.length"><strong>In turn:</strong> {{ drill.names.join(', ') }}</p>
        <div class="cols">
          <div class="pictures"><DrillPicture v-for="one in positions(drill.sides)" :key="one.side + one.pose" :picture="drill.picture" :side="one.side" :pose="one.pose" :place="drill.place" look="print" size="small" :alt="one.pose === 'start' ? 'Start' : (one.alt ?? '')" eager /></div>
          <div><p v-for="line in drill.care" :key="line"><strong>First:</strong> {{ line }}</p><p v-for="line in drill.do" :key="line">{{ line }}</p><p v-for="word in drill.explained" :key="word" class="small quiet">{{ word }}</p><p v-for="cue in drill.watch" :key="cue"><strong>Watch:</strong> {{ cue }}</p></div>
          <div class="small">
            <p><strong>You should feel:</strong> {{ drill.feel }}</p>
            <p><strong>Too hard:</strong> {{ drill.easier || 'do less, or leave it out and tell us' }} <strong>Too easy:</strong> {{ drill.harder }}</p>
            <p v-for="change in drill.changed" :key="change" class="changed"><strong>Changed for you:</strong> {{ change }}</p>
          </div>
        </div>
        <p v-if="drill.pain_line" class="small">{{ drill.pain_line }}</p>
        <p class="stop"><strong>Stop this drill for:</strong> {{ drill.stop.join('; ') }}.</p>
      </li>
    </ol>
    <ElsewherePrinted v-if="sheet.elsewhere" :sheet="sheet.elsewhere" />
    <p v-if="sheet.leave_out.length" class="small"><strong>Leave out for now:</strong> {{ sheet.leave_out.join('; ') }}.</p>
    <section v-if="sheet.desk.length"><h2>Breaks at work</h2><p v-for="one in sheet.desk" :key="one.at"><strong>{{ one.at }}</strong> {{ one.drills.map(sided).join(', ') }}</p></section>
    <div class="stop-box"><strong>Stop and call us, {{ sheet.clinic.phone }},</strong> when pain is still worse the next morning, or a stop sign comes.</div>
    <div class="stop-box"><strong>{{ sheet.emergency_line }}</strong> {{ sheet.emergencies.join('; ') }}. {{ sheet.clinic.emergency }}</div>
    <table>
      <caption>Tick each day; pain 0 to 10</caption>
      <tbody>
        <tr><th><span class="visually-hidden">Day</span></th><td v-for="day in DAYS" :key="day">{{ day }}</td></tr>
        <tr v-for="row in ['done', 'before', 'worst', 'after', 'next morning']" :key="row"><th>{{ row }}</th><td v-for="day in DAYS" :key="day"></td></tr>
      </tbody>
    </table>
    <p v-if="sheet.overridden.length" class="small"><strong>Allowed by decision:</strong> {{ sheet.overridden.join('; ') }}.</p>
    <p class="small quiet">Made with a licensed professional; no diagnosis. The surgeon’s protocol and local rules win over this sheet. Check chairs and supports before use.</p>
  </div>
</template>

<style scoped>
.page { max-width: 760px; margin: 0 auto; background: #fff; padding: 1.6rem 1.8rem; border: 1px solid var(--line); display: grid; gap: 0.6rem; }
header { display: flex; justify-content: space-between; border-bottom: 2px solid var(--ink); padding-bottom: 0.5rem; }
.version { text-align: right; font-size: 0.9rem; }
ol { list-style: none; margin: 0; padding: 0; }
li { border-top: 1px solid var(--line-strong); padding: 0.5rem 0; break-inside: avoid; }
h2 { font-size: 1.1rem; }
.n { display: inline-block; min-width: 1.3rem; }
.pictures { display: grid; grid-template-columns: 1fr 1fr; gap: 4px; align-content: start; }
.cols { display: grid; grid-template-columns: 1.15fr 1fr 1fr; gap: 1rem; margin: 0.2rem 0; }
.stop { border-left: 4px solid var(--clay); padding-left: 0.5rem; font-size: 0.92rem; }
.changed { color: var(--clay-dark); }
table { border-collapse: collapse; width: 100%; break-inside: avoid; }
caption { text-align: left; font-size: 0.875rem; }
th, td { border: 1px solid var(--line-strong); height: 1.5rem; font-size: 0.8rem; text-align: center; font-weight: 400; }
th { width: 6.5rem; text-align: left; padding-left: 0.3rem; }
@media print {
  @page { size: auto; margin: 12mm; }
  .page { border: 0; padding: 0; max-width: none; }
  .stop-box { background: none; border: 2px solid #000; color: #000; }
  .changed { color: #000; }
}
</style>
