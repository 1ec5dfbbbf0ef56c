<script setup lang="ts">
import { ref } from 'vue'
import type { HomeSchemas } from '@/api/client'
import DrillPicture from '@/ui/DrillPicture.vue'
import MovingPicture from '@/ui/MovingPicture.vue'
import TapeLine from '@/ui/TapeLine.vue'
import { asksBetter, type Today } from './arranged'
import StopSigns from './StopSigns.vue'
import { dayWords, isDue, nextDue } from './week'
import { doseWords, sided } from './drillWords'
import { say } from './words'

/** Every drill of the sheet with all it says: what to do, what to feel, what was changed, when to stop. */
const props = defineProps<{ sheet: HomeSchemas['HomeSheet']; today: Today }>()
const opened = ref<number | null>(null)

type Drill = HomeSchemas['HomeDrill']
const better = (drill: Drill): boolean => asksBetter({ drills: [drill] }) && !props.today.better
function under(drill: Drill): string {
  if (drill.paused) return drill.at_home || say.today.paused
  if (drill.rest) return say.drillsPage.again
  if (!isDue(props.sheet, drill, props.sheet.today)) return say.today.notDue(dayWords(nextDue(props.sheet, drill), props.sheet.today))
  return doseWords(drill, better(drill)) + (drill.beside ? `, ${say.drillsPage.beside}` : '')
}
</script>

<template>
  <section class="drills" :aria-label="say.drillsPage.title">
    <h1>{{ say.drillsPage.title }}</h1>
    <p><strong>{{ say.today.ready([...sheet.have_ready]) }}</strong></p>
    <p v-for="line in sheet.limits" :key="line" class="clay"><strong>{{ line }}</strong></p>
    <TapeLine :stretches="sheet.timeline" :drills="sheet.drills" :width="352" />
    <ol>
      <li v-for="(drill, n) in sheet.drills" :key="n" :class="{ paused: drill.paused, grey: !drill.paused && !isDue(sheet, drill, sheet.today) }">
        <p v-if="drill.in_turn"><strong>{{ drill.in_turn }}</strong></p>
        <button type="button" :aria-expanded="opened === n" @click="opened = opened === n ? null : n">
          <span class="n">{{ n + 1 }}</span>
          <DrillPicture :picture="drill.picture" :side="drill.sides[0]?.side ?? 'both'" :place="drill.place" size="small" :alt="drill.sides[0]?.alt ?? ''" eager />
          <span><strong>{{ drill.title }}</strong><br /><span :class="drill.paused ? 'clay' : 'quiet'">{{ under(drill) }}</span><template v-if="drill.at_home && !drill.paused"><br /><span class="small">{{ drill.at_home }}</span></template></span>
        </button>
        <div v-if="opened === n" class="more">
          <MovingPicture v-for="one in drill.sides" :key="one.side" :picture="drill.picture" :side="one.side" :place="drill.place" :alt="one.alt ?? drill.title" />
          <p v-for="line in drill.care" :key="line"><strong>{{ say.drillsPage.first }}</strong> {{ line }}</p>
          <p v-if="drill.names.length"><strong>{{ say.drillsPage.turn }}</strong> {{ drill.names.join(', ') }}</p>
          <p v-for="line in drill.do" :key="line">{{ line }}</p>
          <p v-for="word in drill.explained" :key="word" class="small quiet">{{ word }}</p>
          <p><strong>{{ say.drillsPage.feel }}</strong> {{ drill.feel }}</p>
          <p class="small quiet">{{ say.drillsPage.legend }}</p>
          <p v-if="drill.easier"><strong>{{ say.drillsPage.hard }}</strong> {{ drill.easier }}</p>
          <p><strong>{{ say.drillsPage.easy }}</strong> {{ drill.harder }}</p>
          <p v-for="cue in drill.watch" :key="cue"><strong>{{ say.drillsPage.watch }}</strong> {{ cue }}</p>
          <p v-for="change in drill.changed" :key="change" class="clay"><strong>{{ say.drillsPage.changed }}</strong> {{ change }}</p>
          <p v-if="drill.pain_line">{{ drill.pain_line }}</p>
          <StopSigns :signs="drill.stop" />
        </div>
      </li>
    </ol>
    <div v-if="sheet.desk.length"><p><strong>{{ say.drillsPage.breaks }}</strong></p><p v-for="one in sheet.desk" :key="one.at">{{ one.at }} {{ one.drills.map(sided).join(', ') }}</p></div>
    <p v-if="sheet.leave_out.length">{{ say.drillsPage.leaveOut([...sheet.leave_out]) }}</p>
    <p v-if="sheet.unread" class="small quiet">{{ sheet.unread }}</p>
    <p class="small quiet">{{ say.drillsPage.print }} {{ sheet.version }}</p>
  </section>
</template>

<style scoped>
.drills { display: grid; gap: 0.8rem; }
ol { list-style: none; margin: 0; padding: 0; }
li { border-top: 1px solid var(--line); }
li button { display: grid; grid-template-columns: 1.6rem 96px 1fr; gap: 0.5rem; align-items: center; width: 100%; text-align: left; border: 0; background: none; font: inherit; padding: 0.6rem 0; cursor: pointer; min-height: 56px; color: inherit; }
.n { font-weight: 600; color: var(--river); }
.more { display: grid; gap: 0.4rem; padding: 0 0 0.8rem 0.4rem; }
.paused strong { text-decoration: line-through; }
.grey img { opacity: 0.55; }
.grey strong { color: var(--ink-2); }
</style>
