<script setup lang="ts">
import { ref } from 'vue'
import type { Schemas } from '@/api/client'
import MovingPicture from '@/ui/MovingPicture.vue'
import RoomStage from '@/ui/RoomStage.vue'

/** The drill as the client is shown it: moving picture, what is changed, steps; turned to the client it fills the screen with its dose and its stop signs. */
defineProps<{ tried: Schemas['TriedOut']; side: string; firstName: string }>()
const turned = ref(false)
</script>

<template>
  <section v-if="tried.shown" class="shown" aria-label="What is shown">
    <div class="seen">
      <span v-if="side !== 'both'" class="side">{{ side.toUpperCase() }}</span>
      <button type="button" class="turn" @click="turned = true">Turn to {{ firstName }}</button>
      <MovingPicture :picture="tried.picture" :side="side" :place="tried.shown.place" :alt="tried.shown.alt" />
      <p v-for="line in tried.shown.changed" :key="line" class="changed">{{ line }}</p>
    </div>
    <ol><li v-for="(line, n) in tried.shown.do" :key="n"><span class="n">{{ n + 1 }}</span> {{ line }}</li></ol>
    <p v-if="tried.setup" class="small quiet">{{ tried.setup }}</p>
    <p class="small">Felt right: <strong>{{ tried.felt }}</strong></p>
    <p v-if="tried.lighter.length || tried.deeper.length" class="small"><template v-if="tried.lighter.length"><strong>Lighter:</strong> {{ tried.lighter.join('; ') }}. </template><template v-if="tried.deeper.length"><strong>Deeper:</strong> {{ tried.deeper.join('; ') }}.</template></p>
    <RoomStage v-if="turned" :label="`${tried.title}, for ${firstName}`" @close="turned = false">
      <div class="room">
        <MovingPicture :picture="tried.picture" :side="side" :place="tried.shown.place" :alt="tried.shown.alt" />
        <div class="words">
          <h2>{{ tried.title }}<template v-if="side !== 'both'">, {{ side }}</template></h2>
          <p class="count">{{ tried.shown.words }}</p>
          <p v-for="line in tried.shown.changed" :key="line" class="changed">{{ line }}</p>
          <ol><li v-for="(line, n) in tried.shown.do" :key="n"><span class="n">{{ n + 1 }}</span> {{ line }}</li></ol>
          <div class="stop-box"><strong>Stop at once for:</strong> {{ tried.shown.stop.join('; ') }}.</div>
        </div>
      </div>
    </RoomStage>
  </section>
  <p v-else class="quiet">No method and place is left in which it may be done here.</p>
</template>

<style scoped>
.shown { display: grid; gap: 0.45rem; align-content: start; min-width: 0; }
.seen { position: relative; background: var(--card); border: 1px solid var(--line); border-radius: var(--corner); overflow: hidden; padding-top: 2.6rem; }
.side { position: absolute; left: 0.5rem; top: 0.5rem; background: var(--river-soft); color: var(--river); font-weight: 600; padding: 0.1rem 0.5rem; border-radius: 3px; z-index: 1; }
.turn { position: absolute; right: 0.5rem; top: 0.4rem; z-index: 1; min-height: 36px; border: 1px solid var(--line-strong); border-radius: var(--corner); background: var(--card); font: inherit; font-size: 0.9rem; font-weight: 600; cursor: pointer; padding: 0 0.7rem; }
.changed { background: var(--clay-soft); color: var(--clay-dark); padding: 0.4rem 0.8rem; }
ol { list-style: none; margin: 0; padding: 0; display: grid; gap: 0.25rem; line-height: 1.3; }
li { display: grid; grid-template-columns: 1.2rem 1fr; }
.n { font-weight: 600; color: var(--river); }
.room { display: grid; grid-template-columns: 45fr 55fr; gap: 2rem; align-items: center; min-height: 0; overflow-y: auto; }
.words { display: grid; gap: 0.9rem; }
.count { font-size: 2.4rem; font-weight: 600; line-height: 1.15; }
.room li { grid-template-columns: 1.8rem 1fr; }
@media (max-width: 820px) { .room { grid-template-columns: minmax(0, 1fr); } }
</style>
