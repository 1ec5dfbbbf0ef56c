<script setup lang="ts">
import type { Schemas } from '@/api/client'
import DrillPicture from '@/ui/DrillPicture.vue'
import { sidesWords } from '@/ui/sides'
import { minutesWords } from '@/ui/tape'

/** The home sheet as it stands, at the right edge of every step; folded it keeps its count. */
defineProps<{ frame: Schemas['Frame'] }>()
const folded = defineModel<boolean>('folded', { required: true })
</script>

<template>
  <button v-if="folded" type="button" class="folded" aria-expanded="false" @click="folded = false">
    <span>The sheet: {{ frame.sheet.drills.length === 1 ? '1 drill' : `${frame.sheet.drills.length} drills` }}, {{ minutesWords(frame.sheet.seconds) }}<span v-if="frame.sheet.refused.length" class="clay">, {{ frame.sheet.refused.length }} refused</span></span>
  </button>
  <aside v-else class="sheet" aria-label="The sheet in progress">
    <h2>For {{ frame.client.first_name }}, at home <button type="button" class="act plain small fold" aria-expanded="true" @click="folded = true">fold</button></h2>
    <p class="small quiet">
      version {{ frame.sheet.unchanged ? `${frame.sheet.version - 1}, in use` : `${frame.sheet.version}, draft` }}
      <template v-if="frame.sheet.drills.length">
        · {{ minutesWords(frame.sheet.seconds) }}<template v-if="frame.sheet.minutes_available"> of {{ frame.sheet.minutes_available }} min</template>
      </template>
    </p>
    <p v-if="frame.sheet.over_minutes" class="clay small"><strong>Longer than the minutes there are.</strong></p>
    <div class="scroll" tabindex="0" role="group" aria-label="What is on it">
    <div v-if="!frame.sheet.drills.length && !frame.sheet.refused.length" class="empty quiet">
      <p v-if="frame.issues_program">Nothing on the sheet yet. Plan opens with a session made from what you found.</p>
      <p v-else>No program can be issued: the screen is {{ frame.outcome_words }}.</p>
    </div>
    <ol>
      <li v-for="(drill, n) in frame.sheet.drills" :key="n">
        <span class="seen">
          <DrillPicture :picture="drill.picture" :side="drill.sides[0]?.side ?? drill.side" :place="drill.place" size="small" :alt="drill.sides[0]?.alt ?? ''" />
          <span><strong>{{ drill.title }}</strong><br /><span class="small quiet">{{ sidesWords(drill, drill.better_first) }}</span></span>
        </span>
        <span v-for="change in drill.modified" :key="change" class="small clay">changed: {{ change }}</span>
      </li>
    </ol>
    <p v-for="refused in frame.sheet.refused" :key="refused.drill" class="small clay">
      <strong>{{ refused.title }}</strong> taken off: {{ refused.reason }}
    </p>
    <p v-if="frame.noted" class="small cautions"><strong>Noted, judged by no rule:</strong> {{ frame.noted }}</p>
    <div v-if="frame.cautions.length" class="small cautions"><strong>With care:</strong> {{ frame.cautions.join('; ') }}</div>
    <div v-if="frame.sheet.drills.length" class="stop-box small">
      <strong>Stop and tell us:</strong> a sharp pain, locking or giving way; shooting pain, tingling or numbness; pain still worse the next morning
    </div>
    <p v-if="frame.sheet.drills.length && frame.sheet.leave_out.length" class="small">
      <strong>Leave out for now:</strong> {{ frame.sheet.leave_out.join('; ') }}
    </p>
    <p v-if="frame.sheet.unreviewed" class="small quiet">
      {{ frame.sheet.unreviewed === frame.sheet.drills.length ? 'No drill here was' : `${frame.sheet.unreviewed} of ${frame.sheet.drills.length} drills were not` }} reviewed yet by a named clinician of this clinic. <RouterLink to="/library">The drills</RouterLink>
    </p>
    </div>
    <p v-if="frame.stage_asked && frame.sheet.drills.length" class="small clay"><strong>Nobody said which stage is reached.</strong> <RouterLink :to="`/visit/${frame.visit}/plan`">Answer it in Plan</RouterLink> before the sheet is handed over.</p>
  </aside>
</template>

<style scoped>
.sheet {
  background: var(--card); border: 1px solid var(--line); box-shadow: 0 6px 18px rgb(70 60 40 / 12%); border-radius: 4px;
  padding: 1.1rem 1rem; display: flex; flex-direction: column; gap: 0.5rem;
}
ol { list-style: none; counter-reset: n; margin: 0; padding: 0; }
li { counter-increment: n; display: grid; border-top: 1px solid var(--line); padding: 0.4rem 0 0.4rem 1.5rem; position: relative; }
li::before { content: counter(n); position: absolute; left: 0; color: var(--ink-2); font-size: 0.875rem; top: 0.45rem; }
.seen { display: grid; grid-template-columns: 76px minmax(0, 1fr); gap: 0.5rem; align-items: center; line-height: 1.25; }
.cautions { border-left: 3px solid var(--ink); padding-left: 0.6rem; }
.empty { border: 1px dashed var(--line-strong); padding: 0.8rem; border-radius: 4px; }
.scroll { flex: 1; min-height: 0; overflow-y: auto; display: flex; flex-direction: column; gap: 0.5rem; }
.sheet h2 { display: flex; justify-content: space-between; align-items: center; gap: 0.4rem; }
.fold { font-family: var(--sans); font-size: 0.86rem; font-weight: 400; padding: 0 0.5rem; flex: none; }
.scroll > * { flex: none; }
.folded { width: 44px; border: 0; background: none; font: inherit; color: var(--ink); cursor: pointer; padding: 0.8rem 0; }
.folded > span { writing-mode: vertical-rl; }
@media (max-width: 1000px) { .folded { width: 100%; min-height: 44px; } .folded > span { writing-mode: horizontal-tb; } }
</style>
