<script setup lang="ts">
import { Segmented } from 'ant-design-vue'
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import NumberBox from '@/ui/NumberBox.vue'
import { minutesWords } from '@/ui/tape'

/** The lengths a session can have; those that give the same one are one entry, and a longer one that adds nothing says so. */
const props = defineProps<{ lengths: Schemas['LengthsOut'] | undefined; present: Schemas['TickedDrill'][]; may: boolean }>()
const emit = defineEmits<{ take: [length: Schemas['LengthOption']]; ask: [minutes: number] }>()
const own = ref<number | null>(null)
const options = computed(() => props.lengths?.lengths.filter((one) => one.drills.length) ?? [])
const same = (one: Schemas['LengthOption']) =>
  one.drills.length === props.present.length && one.drills.every((d) => props.present.some((row) => row.drill === d.drill && row.side === d.side && !row.dose))
const chosen = computed(() => options.value.findIndex(same))
const last = computed(() => options.value.at(-1))

function words(one: Schemas['LengthOption'], at: number): string {
  const drills = `${one.drills.length} ${one.drills.length === 1 ? 'drill' : 'drills'}`
  return `${one.minutes[0]} min${one.minutes.length > 1 && at === options.value.length - 1 ? ' or more' : ''}, ${drills}`
}

function take(value: string | number): void {
  const option = options.value[Number(value)]
  if (option && props.may) emit('take', option)
}

function ask(value: number | null): void {
  own.value = value
  if (value) emit('ask', value)
}
</script>

<template>
  <div v-if="lengths" class="lengths">
    <Segmented :value="chosen" :options="options.map((one, n) => ({ value: n, label: words(one, n) }))" :disabled="!may" role="radiogroup" aria-label="Length of the session" @change="take" />
    <NumberBox v-if="may" label="other minutes" :model-value="own" :least="1" :most="240" @update:model-value="ask" />
    <p v-if="lengths.all_needed && last" class="small quiet">{{ last.minutes.at(-1) }} minutes would be the same session: all you need is {{ minutesWords(last.seconds) }}.</p>
  </div>
</template>

<style scoped>
.lengths { display: flex; flex-wrap: wrap; gap: 0.3rem 1rem; align-items: center; }
.lengths :deep(.ant-segmented) { background: var(--paper-deep); }
.lengths :deep(.ant-segmented-item-selected) { color: var(--river); font-weight: 600; }
.lengths :deep(.box) { display: flex; align-items: center; gap: 0.4rem; }
</style>
