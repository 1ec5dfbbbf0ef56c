<script setup lang="ts">
import { computed, ref } from 'vue'
import type { HomeSchemas } from '@/api/client'
import ChipRow from './ChipRow.vue'
import { siteWords } from './signs'
import { say } from './words'

interface Place {
  felt: string
  felt_side: NonNullable<HomeSchemas['DrillDone']['felt_side']>
  felt_words: string
}

/** Where something was felt: the places near by, every other one behind a touch, the side, and the client's own words. */
const props = defineProps<{ label: string; near: readonly string[]; all: readonly string[]; feel: string }>()
const place = defineModel<Place>({ required: true })
const wider = ref(false)
const words = (sites: readonly string[]) => sites.map((site) => ({ value: site, text: siteWords(site, props.feel) }))
const offered = computed(() => words(wider.value ? [...props.near, ...props.all.filter((site) => !props.near.includes(site))] : props.near))
const SIDES = computed(() => (['left', 'right', 'both'] as const).map((value) => ({ value, text: say.sideLow[value]! })))
const set = (part: Partial<Place>): void => { place.value = { ...place.value, ...part } }
</script>

<template>
  <div class="place">
    <ChipRow :label="label" :options="offered" :model-value="place.felt" @update:model-value="set({ felt: $event })" />
    <button v-if="!wider" type="button" class="link" @click="wider = true">{{ say.bit.elsewhere }}</button>
    <label v-else class="own">{{ say.bit.own }} <input :value="place.felt_words" maxlength="120" @input="set({ felt_words: ($event.target as HTMLInputElement).value })" /></label>
    <ChipRow v-if="place.felt && place.felt !== 'target' || place.felt_words" :label="say.bit.side" :options="SIDES" :model-value="place.felt_side" @update:model-value="set({ felt_side: $event })" />
  </div>
</template>

<style scoped>
.place { display: grid; gap: 0.6rem; }
.link { border: 0; background: none; padding: 0; font: inherit; color: var(--river); text-decoration: underline; min-height: 48px; justify-self: start; cursor: pointer; }
.own { display: grid; gap: 0.3rem; }
input { font: inherit; min-height: 48px; padding: 0 0.7rem; border: 1px solid var(--line-strong); border-radius: 8px; background: var(--card); color: var(--ink); }
</style>
