<script setup lang="ts">
import { Radio, RadioGroup } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import type { Schemas } from '@/api/client'

/** The stage a client starts in: asked as what is already true, since a gate that nobody saw passed is not passed. */
const props = defineProps<{ stages: Schemas['StageOut'][]; stage: number | null; asked: boolean; fixed: boolean }>()
const emit = defineEmits<{ stage: [stage: number] }>()
const current = computed(() => props.stages.find((one) => one.stage === props.stage) ?? props.stages[0])
/** what has to be true already for a client to start in each stage */
const options = computed(() => props.stages.map((one, n) => ({ ...one, true: n ? props.stages[n - 1]?.passes ?? '' : 'none of these yet, or not known' })))
/** what was chosen shows at once, before the clinic has it */
const chosen = ref<number>()
watch(() => props.stage, (stage) => { if (stage !== chosen.value) chosen.value = undefined })

function choose(stage: number): void {
  chosen.value = stage
  emit('stage', stage)
}
</script>

<template>
  <p v-if="fixed"><strong>Stage {{ current?.stage }}: {{ current?.name }}.</strong> <span class="small quiet">Its gate: {{ current?.passes }}. Gates open in Adjust.</span></p>
  <fieldset v-else :class="{ asked }">
    <legend>Which of these is already true?</legend>
    <p class="small quiet">{{ asked ? 'More than two weeks in, or nobody knows since when, and no stage is known: it is asked before the sheet is handed over. Until then the first one counts.' : 'The stage the client starts in: the first, unless you have seen its gate passed.' }}</p>
    <RadioGroup :value="chosen ?? (asked ? undefined : current?.stage)" name="stage" @change="choose(Number($event.target.value))">
      <Radio v-for="one in options" :key="one.stage" :value="one.stage">{{ one.true }} <span class="small quiet">– stage {{ one.stage }}, {{ one.name }}</span></Radio>
    </RadioGroup>
  </fieldset>
</template>

<style scoped>
fieldset { border: 1px solid var(--line); border-radius: var(--corner); padding: 0.3rem 0.8rem 0.5rem; margin: 0.4rem 0; }
fieldset.asked { border-left: 4px solid var(--clay); }
legend { font-weight: 600; padding: 0 0.3rem; }
fieldset :deep(.ant-radio-group) { display: grid; }
fieldset :deep(.ant-radio-wrapper) { align-items: center; min-height: 40px; border-top: 1px solid var(--line); }
</style>
