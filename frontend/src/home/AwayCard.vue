<script setup lang="ts">
import type { HomeSchemas } from '@/api/client'
import MovingPicture from '@/ui/MovingPicture.vue'
import type { UseRunReturn } from './useRun'
import { say } from './words'

/** The phone slept, or another page was open: the clock stood still and waits to be told how to go on. */
defineProps<{ run: UseRunReturn; seconds: number; drill: HomeSchemas['HomeDrill'] | undefined; side: string | null }>()
const emit = defineEmits<{ enough: [] }>()
</script>

<template>
  <div class="away" role="status">
    <MovingPicture v-if="drill?.sides[0]" class="film" bare :picture="drill.picture" :side="side ?? drill.sides[0].side" :place="drill.place" :alt="drill.title" />
    <h1>{{ say.player.away }}</h1>
    <p>{{ seconds >= 60 ? say.player.awayFor(Math.round(seconds / 60)) : say.player.awayShort }} {{ say.player.counted }}</p>
    <button type="button" class="act next" @click="run.toggle()">{{ say.player.goFrom(run.left.value) }}</button>
    <button type="button" class="act" @click="run.again()">{{ say.player.again }}</button>
    <button type="button" class="act plainer" @click="run.pass('out')">{{ say.player.left_out }}</button>
    <button type="button" class="link" @click="emit('enough')">{{ say.player.enough }}</button>
  </div>
</template>

<style scoped>
.away { display: grid; gap: 0.7rem; }
.film { opacity: 0.6; }
.film :deep(.film), .film :deep(.stills) { max-height: 180px; }
.act { min-height: 54px; border-radius: 8px; }
.plainer { border-color: var(--line-strong); color: var(--ink); }
.link { border: 0; background: none; font: inherit; color: var(--river); text-decoration: underline; min-height: 44px; cursor: pointer; }
</style>
