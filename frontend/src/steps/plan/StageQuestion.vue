<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'

/** The stage a client starts in: asked as what is already true, since a gate that nobody saw passed is not passed. */
const props = defineProps<{ stages: Schemas['StageOut'][]; stage: number | null; asked: boolean; fixed: boolean }>()
const emit = defineEmits<{ stage: [stage: number] }>()
const current = computed(() => props.stages.find((one) => one.stage === props.stage) ?? props.stages[0])
/** what has to be true already for a client to start in each stage */
const options = computed(() => props.stages.map((one, n) => ({ ...one, true: n ? props.stages[n - 1]?.passes ?? '' : 'none of these yet, or not known' })))
</script>

<template>
  <p v-if="fixed"><strong>Stage {{ current?.stage }}: {{ current?.name }}.</strong> <span class="small quiet">Its gate: {{ current?.passes }}. Gates open in Adjust.</span></p>
  <fieldset v-else :class="{ asked }">
    <legend>Which of these is already true?</legend>
    <p class="small quiet">{{ asked ? 'More than two weeks in, or nobody knows since when, and no stage is known: it is asked before the sheet is handed over. Until then the first one counts.' : 'The stage the client starts in: the first, unless you have seen its gate passed.' }}</p>
    <label v-for="one in options" :key="one.stage">
      <input type="radio" name="stage" :value="one.stage" :checked="!asked && one.stage === current?.stage" @change="emit('stage', one.stage)" />
      <span>{{ one.true }} <span class="small quiet">– stage {{ one.stage }}, {{ one.name }}</span></span>
    </label>
  </fieldset>
</template>

<style scoped>
fieldset { border: 1px solid var(--line); border-radius: var(--corner); padding: 0.3rem 0.8rem 0.5rem; margin: 0.4rem 0; }
fieldset.asked { border-left: 4px solid var(--clay); }
legend { font-weight: 600; padding: 0 0.3rem; }
label { display: grid; grid-template-columns: 1.6rem 1fr; align-items: center; min-height: 40px; cursor: pointer; border-top: 1px solid var(--line); }
input { width: 18px; height: 18px; accent-color: var(--river); }
</style>
