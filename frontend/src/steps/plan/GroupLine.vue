<script setup lang="ts">
import { Segmented } from 'ant-design-vue'
import NumberBox from '@/ui/NumberBox.vue'
import type { Group } from './usePlanDraft'

/** Drills that are done in turn: how many rounds, and whether each with its sides or all on one side first. */
defineProps<{ group: Group; first: number; may: boolean; places: string[] }>()
const emit = defineEmits<{ change: [values: Partial<Group>]; apart: [] }>()
</script>

<template>
  <li>
    <div class="group" role="group" :aria-label="`In turn: ${first} to ${first + group.drills.length - 1}`">
    <strong>{{ group.drills.length === 2 ? `${first} and ${first + 1}` : `${first} to ${first + group.drills.length - 1}` }} in turn</strong>
    <template v-if="may">
      <NumberBox label="rounds" :model-value="group.rounds" :least="1" :most="5" @update:model-value="$event && emit('change', { rounds: $event })" />
      <Segmented role="radiogroup" aria-label="how the sides are done" :value="group.order" :options="[{ value: 'round', label: 'each drill with its sides' }, { value: 'side', label: 'all on one side first' }]" @change="emit('change', { order: $event === 'side' ? 'side' : 'round' })" />
      <button type="button" class="act plain" @click="emit('apart')">take apart</button>
    </template>
    <span v-else>{{ group.rounds }} rounds</span>
    <p v-if="new Set(places).size > 1" class="small clay" role="note">They are done at {{ [...new Set(places)].join(' and ') }}: the way between counts in every round. Open a drill to choose another place.</p>
    </div>
  </li>
</template>

<style scoped>
.group { display: flex; flex-wrap: wrap; align-items: center; gap: 0.3rem 0.9rem; border-left: 4px solid var(--river); padding: 0.3rem 0 0.2rem 0.7rem; color: var(--river); border-top: 1px solid var(--line); }
.group :deep(.box) { display: flex; align-items: center; gap: 0.4rem; }
.group :deep(.ant-segmented) { background: var(--paper-deep); }
</style>
