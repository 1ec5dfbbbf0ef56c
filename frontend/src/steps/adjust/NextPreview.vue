<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'
import type { Schemas } from '@/api/client'
import DrillPicture from '@/ui/DrillPicture.vue'
import SideDrawer from '@/ui/SideDrawer.vue'
import { sidesWords } from '@/ui/sides'
import { minutesWords } from '@/ui/tape'
import TapeLine from '@/ui/TapeLine.vue'

/** What the client will read once the next version is made: the sheet as it stands after the decisions so far. */
const props = defineProps<{ review: Schemas['ReviewOut'] }>()
const SheetPage = defineAsyncComponent(() => import('@/sheet/SheetPage.vue'))
const whole = ref(false)
const next = computed(() => props.review.next)
const sheet = computed(() => next.value.sheet)
const minutes = computed(() => {
  const now = minutesWords(sheet.value?.seconds ?? 0), before = minutesWords(next.value.seconds_before)
  return now === before ? now : `${now} instead of ${before}`
})
</script>

<template>
  <aside class="next" aria-label="The next version">
    <h2>What {{ review.first_name }} will read</h2>
    <template v-if="sheet">
      <p class="small quiet">version {{ sheet.version }}, not shown yet</p>
      <div class="known-box small"><strong>New in this version</strong><br />{{ sheet.difference.join('; ') || 'the next stage is open; the drills stay as they are' }}</div>
      <TapeLine v-if="sheet.drills.length" slim :stretches="sheet.timeline" :drills="sheet.drills" :available="(sheet.minutes_available ?? 0) * 60" :width="248" />
      <ol class="scroll" tabindex="0" aria-label="The drills of the next version">
        <li v-for="(drill, n) in sheet.drills" :key="n">
          <span class="small quiet n">{{ n + 1 }}</span>
          <DrillPicture :picture="drill.picture" :side="drill.sides[0]?.side ?? drill.side" :place="drill.place" size="small" :alt="drill.sides[0]?.alt ?? ''" />
          <span><strong>{{ drill.title }}</strong><br /><span class="small quiet">{{ sidesWords(drill, drill.better_first) }}</span></span>
          <span v-if="next.marks[n]" class="small mark">{{ next.marks[n] }}</span>
        </li>
      </ol>
      <p v-if="next.gone.length" class="small"><strong>Gone:</strong> {{ next.gone.join('; ') }}</p>
      <p v-if="next.unmet.length" class="small unmet"><strong>Not covered then:</strong> {{ next.unmet.join('; ') }}</p>
      <p class="small">{{ minutes }}. <button type="button" class="link" @click="whole = true">The whole page</button></p>
      <SideDrawer :open="whole" :title="`Version ${sheet.version}, as ${review.first_name} will read it`" :width="800" @close="whole = false"><SheetPage v-if="whole" :sheet="sheet" /></SideDrawer>
    </template>
    <template v-else-if="next.refused.length">
      <p class="small clay"><strong>So it cannot be made:</strong></p>
      <ul class="small"><li v-for="line in next.refused" :key="line">{{ line }}</li></ul>
    </template>
    <p v-else class="small quiet">Nothing is different so far: version {{ review.version }} goes on. What you accept or change is shown here before anybody sees it.</p>
  </aside>
</template>

<style scoped>
.next { background: var(--card); border: 1px solid var(--line); box-shadow: 0 6px 18px rgb(70 60 40 / 12%); border-radius: 4px; padding: 1rem 0.9rem; display: flex; flex-direction: column; gap: 0.5rem; position: sticky; top: 0.7rem; max-height: calc(100vh - 60px - 48px - 4.6rem); }
.scroll { list-style: none; margin: 0; padding: 0; overflow-y: auto; min-height: 0; flex: 0 1 auto; }
li { display: grid; grid-template-columns: 1rem 52px minmax(0, 1fr) auto; gap: 0.4rem; align-items: center; border-top: 1px solid var(--line); padding: 0.3rem 0; line-height: 1.2; font-size: 0.93rem; }
.mark { border: 1px solid var(--river); border-radius: var(--corner); padding: 0 0.35rem; color: var(--river); }
.unmet { border: 1px solid var(--ink); padding: 0.2rem 0.5rem; border-radius: var(--corner); }
.link { border: 0; background: none; font: inherit; color: var(--river); text-decoration: underline; cursor: pointer; padding: 0; min-height: 26px; }
ul { margin: 0; padding-left: 1.1rem; display: block; }
ul li { display: list-item; border: 0; }
@media (max-width: 1100px) { .next { position: static; max-height: none; } }
</style>
