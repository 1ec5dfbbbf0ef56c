<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import NumberBox from '@/ui/NumberBox.vue'
import PickOne from '@/ui/PickOne.vue'
import type { Row } from './usePlanDraft'

/** The figures of a dose, each within what its method takes; a step of the ladder is one act beside them. */
const props = defineProps<{ drill: Schemas['PlanDrillOut']; efforts: Schemas['EffortOut'][]; manner: Row['manner']; fields: Record<string, string>; at: number }>()
const emit = defineEmits<{ part: [part: string, value: number | null]; tempo: [seconds: number[]]; step: [step: number]; manner: [manner: NonNullable<Row['manner']> | null] }>()
const LABELS: Record<string, string> = {
  sets: 'sets', reps: 'times', hold_s: 'hold, seconds', hold_breaths: 'hold, breaths', breaths: 'breaths', seconds: 'seconds in all', contract_s: 'press, seconds',
  relax_s: 'ease, seconds', directions: 'directions', circuits: 'rounds', spots: 'spots',
}
/** a part the dose does not have is offered where it changes how the drill is done, not as an empty field of everything */
const shown = computed(() => props.drill.parts.filter((one) => one.part !== 'effort_pct' && LABELS[one.part] && (one.value !== null || ['sets', 'hold_breaths'].includes(one.part)) && one.most > 0))
const effort = computed(() => props.drill.parts.find((one) => one.part === 'effort_pct' && one.value !== null))
const efforts = computed(() => props.efforts.filter((one) => effort.value && one.percent >= effort.value.least && one.percent <= effort.value.most).map((one) => ({ value: String(one.percent), text: one.words })))
const now = computed(() => props.drill.steps.findIndex((one) => one.step === props.drill.step))
const lighter = computed(() => props.drill.steps[now.value - 1])
const heavier = computed(() => props.drill.steps[now.value + 1])
const standing = computed(() => (props.drill.own ? 'a dose of your own' : props.drill.step < 0 ? 'eased below the start' : props.drill.step === 0 ? 'the start dose' : `step ${props.drill.step} of ${props.drill.steps.length - 2}`))
const fault = computed(() => Object.entries(props.fields).find(([name]) => [`drills.${props.at}.dose`, `drills.${props.at}.manner.left`, `drills.${props.at}.manner.right`].some((field) => name.startsWith(field)))?.[1])
const picked = ref<'left' | 'right' | ''>('')
/** the side that does another dose than the drill's */
const other = computed(() => (props.manner?.left ? 'left' : props.manner?.right ? 'right' : picked.value))
const differing = computed(() => ((other.value && props.manner?.[other.value]) || {}) as Record<string, number | null | undefined>)

/** The manner without what differs by side. */
const same = () => Object.fromEntries(Object.entries(props.manner ?? {}).filter(([name]) => name !== 'left' && name !== 'right'))

function keep(manner: NonNullable<Row['manner']>): void {
  emit('manner', Object.keys(manner).length ? manner : null)
}

function differ(side: 'left' | 'right' | ''): void {
  picked.value = side
  if (props.manner?.left || props.manner?.right) keep(same())
}

function partThere(part: string, value: number | null): void {
  if (!other.value) return
  const parts = Object.fromEntries(Object.entries({ ...differing.value, [part]: value }).filter(([, one]) => typeof one === 'number'))
  keep(Object.keys(parts).length ? { ...same(), [other.value]: parts } : same())
}
</script>

<template>
  <div class="dose" role="group" :aria-label="`Dose of ${drill.title}`">
    <NumberBox v-for="one in shown" :key="one.part" :label="LABELS[one.part] ?? one.part" :model-value="one.value" :least="one.least" :most="one.most" :step="one.most > 30 ? 5 : 1" @update:model-value="emit('part', one.part, $event)" />
    <label v-if="effort" class="effort"><span class="small quiet">effort</span>
      <PickOne label="effort" :options="efforts" :model-value="String(effort.value)" @update:model-value="emit('part', 'effort_pct', $event ? Number($event) : null)" />
    </label>
    <label v-if="drill.tempos.length" class="effort"><span class="small quiet">tempo</span>
      <PickOne label="tempo" :options="drill.tempos.map((one) => ({ value: one.seconds.join('-'), text: one.words }))" :model-value="drill.tempos.find((one) => one.now)?.seconds.join('-') ?? ''" @update:model-value="$event && emit('tempo', $event.split('-').map(Number))" />
    </label>
    <span class="ladder small">
      <button type="button" class="act" :disabled="!lighter" :title="lighter?.words ?? 'this is the lightest'" @click="lighter && emit('step', lighter.step)">lighter</button>
      <button type="button" class="act" :disabled="!heavier" :title="heavier?.words ?? 'this is the top'" @click="heavier && emit('step', heavier.step)">heavier</button>
      <span class="quiet">{{ standing }}</span>
    </span>
    <div v-if="drill.one_sided && drill.words.length > 1" class="side">
      <label class="small quiet">another dose on <PickOne small clearable label="another dose on" placeholder="neither side" :options="[{ value: 'left', text: 'the left' }, { value: 'right', text: 'the right' }]" :model-value="other" @update:model-value="differ" /></label>
      <template v-if="other">
        <NumberBox v-for="one in shown" :key="one.part" :label="`${LABELS[one.part] ?? one.part}, ${other}`" :model-value="differing[one.part] ?? one.value" :least="one.least" :most="one.most" :step="one.most > 30 ? 5 : 1" @update:model-value="partThere(one.part, $event)" />
      </template>
    </div>
    <p v-if="fault" class="clay small" role="alert">{{ fault }}</p>
  </div>
</template>

<style scoped>
.dose { display: flex; flex-wrap: wrap; gap: 0.4rem 0.8rem; align-items: end; }
.effort { display: grid; gap: 0.05rem; min-width: 13rem; }
.side { display: flex; flex-wrap: wrap; gap: 0.4rem 0.8rem; align-items: end; flex-basis: 100%; }
.ladder { display: flex; gap: 0.4rem; align-items: center; }
.ladder .act { min-height: 36px; padding: 0 0.7rem; font-weight: 400; }
</style>
