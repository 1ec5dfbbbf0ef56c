<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import DrillPicture from '@/ui/DrillPicture.vue'
import RoomStage from '@/ui/RoomStage.vue'
import TestTimer from './TestTimer.vue'

/** How the test is taken on the side in focus: its picture with rings, the steps of the same numbers, what to say, its watch. */
const props = defineProps<{ test: Schemas['TestOut']; side: Schemas['TestSide'] }>()
const emit = defineEmits<{ seconds: [value: number] }>()
const large = ref(false)
const how = computed(() => props.test.set_up)
const label = computed(() => (props.side.side === 'both' ? '' : props.side.side))
</script>

<template>
  <section class="card" aria-label="How it is taken">
    <div v-if="how.picture" class="seen">
      <span v-if="label" class="side">{{ label.toUpperCase() }}</span>
      <button type="button" class="big" @click="large = true">Large, for the room</button>
      <DrillPicture :picture="how.picture" :side="side.side" :pose="how.pose" size="large" :alt="side.alt" eager />
    </div>
    <ol>
      <li v-for="(step, n) in how.steps" :key="n"><span class="n">{{ n + 1 }}</span> {{ step }}</li>
    </ol>
    <p v-if="how.say" class="quiet"><strong>Say:</strong> “{{ how.say }}”</p>
    <p v-if="test.guard" class="guard"><strong>Stop in time:</strong> {{ test.guard }}</p>
    <TestTimer v-if="how.timer" :key="`${test.measure} ${side.side}`" :timer="how.timer" :keeps="test.unit === 's'" @seconds="emit('seconds', $event)" />
    <RoomStage v-if="large" :label="test.name" @close="large = false">
      <div class="room">
        <DrillPicture :picture="how.picture" :side="side.side" :pose="how.pose" size="large" :alt="side.alt" eager />
        <div><h2>{{ label ? `Your ${label} side` : '' }}</h2><p>{{ how.say }}</p></div>
      </div>
    </RoomStage>
  </section>
</template>

<style scoped>
.card { display: grid; gap: 0.45rem; align-content: start; min-width: 0; }
.seen { position: relative; background: var(--card); border: 1px solid var(--line); border-radius: var(--corner); }
.seen :deep(.picture) { max-height: 262px; object-fit: contain; }
.side { position: absolute; left: 0.5rem; top: 0.5rem; background: var(--river-soft); color: var(--river); font-weight: 600; padding: 0.1rem 0.5rem; border-radius: 3px; z-index: 1; }
.big { position: absolute; right: 0.5rem; top: 0.5rem; z-index: 1; min-height: 36px; border: 1px solid var(--line-strong); border-radius: var(--corner); background: var(--card); font: inherit; font-size: 0.9rem; cursor: pointer; padding: 0 0.7rem; }
ol { list-style: none; margin: 0; padding: 0; display: grid; gap: 0.25rem; line-height: 1.3; }
li { display: grid; grid-template-columns: 1.2rem 1fr; }
.n { font-weight: 600; color: var(--river); }
.guard { border-left: 3px solid var(--ink); padding-left: 0.6rem; font-size: 0.93rem; }
.room { display: grid; grid-template-columns: 1.3fr 1fr; gap: 2rem; align-items: center; min-height: 0; }
.room :deep(.picture) { max-height: 80vh; object-fit: contain; }
</style>
