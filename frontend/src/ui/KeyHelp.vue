<script setup lang="ts">
import { setSingleKeys, singleKeys, type PanelKey } from '@/app/keys'

/** The keys of this screen, and the switch that turns single keys off. */
defineProps<{ keys: PanelKey[] }>()
const NAMES: Record<string, string> = { ArrowDown: '↓', ArrowUp: '↑', ' ': 'Space' }
</script>

<template>
  <div class="keys">
    <template v-if="singleKeys">
      <span v-for="one in keys" :key="one.key">
        <kbd v-if="one.key.startsWith('Arrow')"><svg viewBox="0 0 10 10" width="10" height="10" aria-hidden="true"><path :d="one.key === 'ArrowDown' ? 'M5 1 V8 M2 5 L5 8 L8 5' : 'M5 9 V2 M2 5 L5 2 L8 5'" fill="none" stroke="currentColor" stroke-width="1.4" /></svg></kbd>
        <kbd v-else>{{ NAMES[one.key] ?? one.key }}</kbd> {{ one.does }}
      </span>
    </template>
    <button type="button" class="switch" :aria-pressed="singleKeys" @click="setSingleKeys(!singleKeys)">
      single keys {{ singleKeys ? 'on' : 'off' }}
    </button>
  </div>
</template>

<style scoped>
.keys { display: flex; flex-wrap: wrap; gap: 0.3rem 0.9rem; font-size: 0.86rem; color: var(--ink-2); align-items: center; }
.switch { border: 0; background: none; font: inherit; color: var(--river); text-decoration: underline; cursor: pointer; min-height: 24px; }
</style>
