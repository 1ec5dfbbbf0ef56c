<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import PickOne from '@/ui/PickOne.vue'

/** What may change at home before the next visit: filled in as it is offered, and it costs no click when it is right. */
const props = defineProps<{ drill: Schemas['PlanDrillOut']; order: Schemas['StandingOrderIn'] | null | undefined; standing: Schemas['StandingDrill'] | undefined }>()
const emit = defineEmits<{ order: [order: Schemas['StandingOrderIn']] }>()
const now = computed(() => props.order ?? props.standing?.offered ?? { ease: true })
const instead = computed(() => now.value.instead ?? '')
const choices = computed(() => [{ value: 'none', text: 'nothing: it rests until the visit' }, ...(props.standing?.stand_ins ?? []).map((one) => ({ value: one.id, text: one.name }))])
const top = computed(() => props.drill.steps.filter((one) => one.step > props.drill.step))
const rises = computed(() => [{ value: 'none', text: 'not by itself' }, ...top.value.map((one) => ({ value: String(one.step), text: `up to ${one.words}` }))])
</script>

<template>
  <div v-if="standing" class="order small" role="group" :aria-label="`At home: ${drill.title}`">
    <span>At home it rests and eases by itself. If it hurts twice:</span>
    <PickOne small label="if it hurts twice, instead" :options="choices" :model-value="instead || 'none'" @update:model-value="emit('order', { ...now, instead: $event === 'none' ? null : $event || null })" />
    <template v-if="top.length"><span>Goes up:</span>
      <PickOne small label="goes up" :options="rises" :model-value="now.up_to === null || now.up_to === undefined ? 'none' : String(now.up_to)" @update:model-value="emit('order', { ...now, up_to: $event === 'none' || !$event ? null : Number($event) })" />
    </template>
  </div>
</template>

<style scoped>
.order { display: flex; flex-wrap: wrap; gap: 0.3rem 0.6rem; align-items: center; border-top: 1px dashed var(--line); padding-top: 0.4rem; }
.order .pick { min-width: 12rem; }
</style>
