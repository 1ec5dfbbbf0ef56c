<script setup lang="ts">
import { Modal, Switch } from 'ant-design-vue'
import { setSingleKeys, singleKeys, stepKeys } from './keys'
import { STEP_HELP } from './stepHelp'

/** What this step is for in two sentences, its keys, and the switch that turns single keys off. */
defineProps<{ open: boolean; step: string; name: string }>()
const emit = defineEmits<{ close: []; tour: [] }>()
const NAMES: Record<string, string> = { ArrowDown: 'arrow down', ArrowUp: 'arrow up', ' ': 'space' }
const EVERYWHERE = [
  { key: 'Ctrl K', does: 'find a person, a drill, a step' },
  { key: 'Ctrl Enter', does: 'the next act in the bar' },
  { key: 'Esc', does: 'close what is open' },
]
const SINGLE = [{ key: 'g 1 to 8', does: 'go to a step' }, { key: '?', does: 'this help' }]
</script>

<template>
  <Modal :open="open" :title="name" :footer="null" :width="520" @cancel="emit('close')">
    <p v-for="sentence in STEP_HELP[step] ?? []" :key="sentence" class="says">{{ sentence }}</p>
    <dl>
      <template v-for="one in EVERYWHERE" :key="one.key"><dt><kbd>{{ one.key }}</kbd></dt><dd>{{ one.does }}</dd></template>
      <template v-if="singleKeys">
        <template v-for="one in [...SINGLE, ...stepKeys]" :key="one.key"><dt><kbd>{{ NAMES[one.key] ?? one.key }}</kbd></dt><dd>{{ one.does }}</dd></template>
      </template>
    </dl>
    <p class="foot">
      <label class="switch"><Switch :checked="singleKeys" aria-label="single keys" @change="setSingleKeys($event === true)" /> single keys {{ singleKeys ? 'on' : 'off' }}</label>
      <button type="button" class="act plain" @click="emit('tour')">Walk me round</button>
    </p>
  </Modal>
</template>

<style scoped>
.says { margin-bottom: 0.5rem; }
dl { display: grid; grid-template-columns: 7.5rem 1fr; gap: 0.25rem 0.8rem; margin: 0.8rem 0; }
dd { margin: 0; }
.foot { display: flex; justify-content: space-between; align-items: center; }
.switch { display: flex; gap: 0.5rem; align-items: center; min-height: 44px; }
</style>
