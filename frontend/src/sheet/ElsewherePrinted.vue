<script setup lang="ts">
import type { Schemas } from '@/api/client'
import DrillPicture from '@/ui/DrillPicture.vue'
import { placeWords } from '@/ui/places'
import { sidesWords } from '@/ui/sides'
import { minutesWords } from '@/ui/tape'

/** The session at the second set of places: what stays as above is named alone, what stands in is told whole. */
defineProps<{ sheet: NonNullable<Schemas['Sheet']['elsewhere']> }>()
</script>

<template>
  <section class="there">
    <h2>Somewhere else: {{ sheet.name }}</h2>
    <p class="small"><strong>Have ready:</strong> {{ sheet.have_ready.join(', ') || 'nothing' }}. <strong>It takes</strong> {{ minutesWords(sheet.seconds) }}. <template v-if="sheet.left_out.length"><strong>Not there:</strong> {{ sheet.left_out.join(', ') }}.</template></p>
    <ol>
      <li v-for="(drill, n) in sheet.drills" :key="n">
        <p v-if="drill.in_turn"><strong>{{ drill.in_turn }}</strong></p>
        <p><strong>{{ n + 1 }} {{ drill.title }}</strong>, {{ placeWords(drill.place) }}<template v-if="drill.rest">, once more to rest</template><template v-else> · {{ sidesWords(drill, drill.better_first) }}</template><template v-if="!drill.stands_for"> · as above</template></p>
        <div v-if="drill.stands_for" class="cols">
          <DrillPicture :picture="drill.picture" :side="drill.sides[0]?.side ?? 'both'" pose="end" :place="drill.place" look="print" size="small" :alt="drill.sides[0]?.alt ?? ''" eager />
          <div>
            <p v-for="line in drill.care" :key="line"><strong>First:</strong> {{ line }}</p>
            <p v-for="line in drill.do" :key="line">{{ line }}</p>
            <p><strong>You should feel:</strong> {{ drill.feel }}</p>
            <p v-for="change in drill.changed" :key="change"><strong>Changed for you:</strong> {{ change }}</p>
            <p v-if="drill.pain_line" class="small">{{ drill.pain_line }}</p>
            <p class="stop"><strong>Stop this drill for:</strong> {{ drill.stop.join('; ') }}.</p>
          </div>
        </div>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.there { border-top: 2px solid var(--ink); padding-top: 0.4rem; display: grid; gap: 0.3rem; }
h2 { font-size: 1.1rem; }
ol { list-style: none; margin: 0; padding: 0; }
li { border-top: 1px solid var(--line-strong); padding: 0.3rem 0; break-inside: avoid; }
.cols { display: grid; grid-template-columns: 150px 1fr; gap: 1rem; }
.stop { border-left: 4px solid var(--clay); padding-left: 0.5rem; font-size: 0.92rem; }
</style>
