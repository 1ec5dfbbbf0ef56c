<script setup lang="ts">
/** The four parts of a score on one little scale each: fit, relief, risk, burden; the score last. */
defineProps<{ fit: number; relief: number; risk: number; burden: number; score: number }>()
</script>

<template>
  <div class="parts" :title="`fit ${fit}, relief ${relief}, risk ${risk}, burden ${burden}`">
    <span class="part"><span class="name">fit</span><span class="rail"><i :style="{ width: `${fit * 100}%` }" /></span></span>
    <span class="part"><span class="name">relief</span><span class="rail"><i :style="{ width: `${(relief / 3) * 100}%` }" /></span></span>
    <span class="part"><span class="name">risk</span><span class="dots"><b v-for="n in 3" :key="n" :class="{ on: n <= risk }" /></span></span>
    <span class="part"><span class="name">burden</span><span class="rail thin"><i :style="{ width: `${burden * 100}%` }" /></span></span>
    <span class="score">{{ score.toFixed(0) }}</span>
    <span class="visually-hidden">fit {{ Math.round(fit * 100) }} of 100, relief {{ relief }} of 3, risk {{ risk }} of 3, burden {{ Math.round(burden * 100) }} of 100, score {{ score }}</span>
  </div>
</template>

<style scoped>
.parts { display: grid; grid-template-columns: 1fr 1fr 2.4rem; gap: 0.1rem 0.6rem; align-items: center; }
.part { display: grid; grid-template-columns: 2.7rem 1fr; gap: 0.3rem; align-items: center; }
.name { font-size: 0.75rem; color: var(--ink-2); }
.rail { height: 6px; border-bottom: 1px solid var(--line-strong); display: block; }
.rail i { display: block; height: 5px; background: var(--river); }
.rail.thin i { background: var(--ink-2); }
.dots { display: flex; gap: 3px; }
.dots b { width: 7px; height: 9px; border: 1px solid var(--line-strong); transform: skewX(-12deg); }
.dots b.on { background: var(--ink); border-color: var(--ink); }
.score { grid-column: 3; grid-row: 1 / 3; font-weight: 600; font-size: 1.2rem; text-align: right; }
.part:nth-child(3) { grid-column: 1; }
</style>
