<script setup lang="ts">
import { daysBetween } from './standing'
import { dayWords } from './week'
import { say } from './words'

/** Soreness after the first sessions of a drill is no harm when it goes within two days: asked where the clinic must know. */
defineProps<{ date: string; today: string }>()
const emit = defineEmits<{ tell: [gone: boolean] }>()
</script>

<template>
  <section class="sore">
    <h1>{{ say.morning.sore(daysBetween(date, today) === 1 ? say.morning.last : say.morning.session(dayWords(date, today))) }}</h1>
    <button type="button" class="act big" @click="emit('tell', true)">{{ say.morning.soreYes }}</button>
    <button type="button" class="act big" @click="emit('tell', false)">{{ say.morning.soreNo }}</button>
  </section>
</template>

<style scoped>
.sore { display: grid; gap: 0.8rem; }
.big { min-height: 62px; font-size: 1.15rem; }
</style>
