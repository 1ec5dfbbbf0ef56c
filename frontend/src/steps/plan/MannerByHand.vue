<script setup lang="ts">
import { Checkbox, Input, InputNumber } from 'ant-design-vue'
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import NumberBox from '@/ui/NumberBox.vue'
import PickOne from '@/ui/PickOne.vue'
import { SHORTEST_REASON, type Row } from './usePlanDraft'

type Manner = NonNullable<Row['manner']>

/** How a drill is done beyond its dose: how often, resting, which side first, load and depth. Empty leaves it to the rules. */
const props = defineProps<{ drill: Schemas['PlanDrillOut']; manner: Row['manner']; reason: string; fields: Record<string, string>; at: number }>()
const emit = defineEmits<{ manner: [manner: Manner | null]; reason: [reason: string]; lift: [manner: Manner, reason: string] }>()
const asking = ref(false)
const because = ref('')
const BANDS = ['light', 'medium', 'strong'] as const
const LEVELS: { value: NonNullable<Manner['level']>; text: string }[] = [{ value: 'thigh', text: 'to the thigh' }, { value: 'knee', text: 'to the knee' }, { value: 'shin', text: 'to the shin' }, { value: 'floor', text: 'to the floor' }]
const firsts = computed(() => [
  { value: 'left' as const, text: 'left' }, { value: 'right' as const, text: 'right' },
  { value: 'stiffer' as const, text: props.drill.stiffer ? `the stiffer, ${props.drill.stiffer} today` : 'the stiffer, not known yet' },
  { value: 'better' as const, text: 'the one that moves better that day' },
])
const twoSided = computed(() => props.drill.words.length > 1)
const faults = computed(() => Object.entries(props.fields).filter(([name]) => name.startsWith(`drills.${props.at}.manner`) && !/manner\.(left|right)/.test(name)).map(([, text]) => text))
const count = computed(() => Object.entries(props.manner ?? {}).flatMap(([name, one]) => (['left', 'right'].includes(name) ? [] : [one])).filter((one) => one !== null && one !== undefined).length)

function set<K extends keyof Manner>(name: K, value: Manner[K] | '' | null): void {
  const manner: Manner = { ...(props.manner ?? {}) }
  if (value === '' || value === null) delete manner[name]
  else manner[name] = value
  emit('manner', Object.keys(manner).length ? manner : null)
}

/** A cap is lifted with its reason in one act, so that nothing is refused for want of it. */
function lift(on: boolean): void {
  asking.value = on
  if (on) because.value = props.reason
  else set('cap_lift', null)
}

function lifted(): void {
  emit('lift', { ...(props.manner ?? {}), cap_lift: 20 }, because.value.trim())
  asking.value = false
}

function kilograms(value: unknown): void {
  if (value === null || value === '') set('kilograms', null)
  else if (typeof value === 'number' && Number.isFinite(value)) set('kilograms', Math.round(value * 100) / 100)
}
</script>

<template>
  <details class="manner" :open="count > 0 || faults.length > 0">
    <summary>How often, rest, first side, load and depth<template v-if="count">: {{ count }} by hand</template></summary>
    <div class="parts" role="group" :aria-label="`How ${drill.title} is done`">
      <NumberBox label="times a day" :model-value="drill.per_day" :least="1" :most="drill.most_per_day" :disabled="drill.most_per_day < 2" @update:model-value="set('per_day', $event)" />
      <NumberBox label="days a week" :model-value="drill.days_per_week" :least="1" :most="drill.most_days" @update:model-value="set('days_per_week', $event)" />
      <NumberBox v-if="drill.rest_s !== null" label="rest between sets, seconds" :model-value="drill.rest_s" :least="0" :most="180" :step="5" @update:model-value="set('rest_s', $event)" />
      <label v-if="twoSided" class="field"><span class="small quiet">begins with</span><PickOne clearable label="begins with" placeholder="as the rules say" :options="firsts" :model-value="manner?.first ?? ''" @update:model-value="set('first', $event)" /></label>
      <label v-if="twoSided && drill.rest_s !== null" class="field"><span class="small quiet">one set more, affected side</span><PickOne clearable label="one set more, affected side" placeholder="as the rules say" :options="[{ value: 'yes', text: 'yes' }, { value: 'no', text: 'no' }]" :model-value="manner?.extra_set === true ? 'yes' : manner?.extra_set === false ? 'no' : ''" @update:model-value="set('extra_set', $event === '' ? null : $event === 'yes')" /></label>
      <label class="field"><span class="small quiet">load, kilograms</span><InputNumber :value="manner?.kilograms ?? undefined" :min="0.25" :max="60" :step="0.5" placeholder="none" @change="kilograms" /></label>
      <label class="field"><span class="small quiet">band</span><PickOne clearable label="band" placeholder="as it comes" :options="BANDS.map((one) => ({ value: one, text: one }))" :model-value="manner?.band ?? ''" @update:model-value="set('band', $event)" /></label>
      <label class="field"><span class="small quiet">how deep</span><PickOne clearable label="how deep" placeholder="as it comes" :options="LEVELS" :model-value="manner?.level ?? ''" @update:model-value="set('level', $event)" /></label>
      <Checkbox v-if="drill.eases" class="lift" :checked="!!manner?.until_eases" @change="set('until_eases', $event.target.checked ? true : null)">{{ drill.eases }}; never under its dose, and the seconds held are told</Checkbox>
      <Checkbox v-if="drill.effort_cap !== null" class="lift" :checked="!!manner?.cap_lift || asking" @change="lift($event.target.checked)">effort capped at {{ drill.effort_cap }} %: lift it by 20 until the next stirred session</Checkbox>
      <form v-if="asking" class="why" @submit.prevent="lifted">
        <label class="field"><span class="small quiet">why it is lifted; it stays with the version</span><Input v-model:value="because" :maxlength="300" placeholder="at least ten letters" /></label>
        <span><button class="act" :disabled="because.trim().length < SHORTEST_REASON">Lift it, with this reason</button> <button type="button" class="act plain" @click="asking = false">leave</button></span>
      </form>
    </div>
    <p class="small quiet">Load, band and depth never rise by themselves: only a person raises them, a load by a tenth in one review.</p>
    <p v-for="text in faults" :key="text" class="clay small" role="alert">{{ text }}</p>
    <label v-if="faults.some((text) => text.includes('say why'))" class="field"><span class="small quiet">why it rises so far</span><Input :value="reason" :maxlength="300" placeholder="at least ten letters" @change="emit('reason', ($event.target as HTMLInputElement).value)" /></label>
  </details>
</template>

<style scoped>
summary { cursor: pointer; min-height: 36px; color: var(--river); }
.parts { display: flex; flex-wrap: wrap; gap: 0.4rem 0.9rem; align-items: end; }
.lift, .why { flex-basis: 100%; }
.why { display: grid; gap: 0.3rem; border-left: 3px solid var(--ink); padding-left: 0.7rem; }
.field { display: grid; gap: 0.05rem; min-width: 8rem; }
</style>
