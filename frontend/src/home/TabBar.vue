<script setup lang="ts">
import { say } from './words'

export type Tab = 'today' | 'drills' | 'course' | 'call'
const TABS: readonly Tab[] = ['today', 'drills', 'course', 'call']
const ICONS: Record<Tab, string> = {
  today: 'M4 11 12 4l8 7v9h-6v-6h-4v6H4Z', drills: 'M6 3h9l4 4v14H6Z M9 11h7 M9 15h7', course: 'M3 17c5-1 6-10 9-10s4 9 9 8', call: 'M6 4h4l1 5-2 1c1 3 2 4 5 5l1-2 5 1v4c-8 2-16-6-14-14Z',
}
defineModel<Tab>({ required: true })
</script>

<template>
  <nav :aria-label="say.tabs.label">
    <button v-for="tab in TABS" :key="tab" type="button" :aria-current="$props.modelValue === tab ? 'page' : undefined" @click="$emit('update:modelValue', tab)">
      <svg viewBox="0 0 24 24" aria-hidden="true"><path :d="ICONS[tab]" /></svg>{{ say.tabs[tab] }}
    </button>
  </nav>
</template>

<style scoped>
nav { position: sticky; bottom: 0; display: grid; grid-template-columns: repeat(4, 1fr); background: var(--card); border-top: 1px solid var(--line); margin: auto -1.1rem 0; padding-bottom: env(safe-area-inset-bottom); }
button { min-height: 60px; border: 0; background: none; font: inherit; font-size: 0.85rem; color: var(--ink-2); display: grid; justify-items: center; align-content: center; gap: 2px; cursor: pointer; }
button[aria-current] { color: var(--river); font-weight: 600; }
svg { width: 22px; height: 22px; fill: none; stroke: currentColor; stroke-width: 2; stroke-linejoin: round; stroke-linecap: round; }
</style>
