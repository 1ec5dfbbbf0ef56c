<script setup lang="ts">
import { computed, ref } from 'vue'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import PainStrip from '@/ui/PainStrip.vue'
import type { HomeSchemas } from '@/api/client'
import { sessionWords, UNUSUAL, YESTERDAY } from './words'

type Unusual = HomeSchemas['OpenSoreness']['unusual']

/** The key question: how was the morning after. */
const props = defineProps<{ date: string; today: string }>()
const emit = defineEmits<{ told: [pain: number, unusual: Unusual] }>()
const pain = ref<number | null>(null)
const unusual = ref<Unusual>('none')

const words = computed(() => {
  const session = sessionWords(props.date, props.today)
  return session === YESTERDAY ? `How was this morning, after ${session}?` : `How was the morning after ${session}?`
})
</script>

<template>
  <section class="card" aria-label="The morning after">
    <h2>{{ words }}</h2>
    <PainStrip v-model="pain" label="Pain on getting up" large />
    <ChoiceRow v-model="unusual" label="The day before was" :options="UNUSUAL" keep />
    <button class="act next" :disabled="pain === null" @click="emit('told', pain!, unusual)">Tell the clinic</button>
  </section>
</template>

<style scoped>
.card { background: var(--card); border: 1px solid var(--line); border-top: 5px solid var(--river); padding: 1rem; display: grid; gap: 0.8rem; border-radius: 5px; }
.act { min-height: 56px; font-size: 1.1rem; }
</style>
