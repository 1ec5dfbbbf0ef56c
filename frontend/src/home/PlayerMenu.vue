<script setup lang="ts">
import { onMounted, ref } from 'vue'
import type { HomeSchemas } from '@/api/client'
import type { UseRunReturn } from './useRun'
import { say } from './words'

/** What is pressed seldom: once more, the one before, past it as done or left out, enough for today. */
const props = defineProps<{ run: UseRunReturn; drill: HomeSchemas['HomeDrill'] | undefined }>()
const emit = defineEmits<{ close: []; enough: [] }>()
const passing = ref(false)
const box = ref<HTMLDialogElement | null>(null)
onMounted(() => box.value?.showModal())

function act(how: () => void): void {
  how()
  emit('close')
}

/** Of a drill of which nothing was done there is nothing to ask: it is left out. */
function pass(): void {
  const index = props.run.drillIndex.value
  if (index === null || !props.run.share(index)) act(() => props.run.pass('out'))
  else passing.value = true
}
</script>

<template>
  <dialog ref="box" :aria-label="say.player.menu" @close="emit('close')" @cancel="emit('close')">
    <template v-if="passing && drill">
      <h2>{{ say.player.howFar(drill.title) }}</h2>
      <button type="button" class="act" @click="act(() => run.pass('done'))">{{ say.player.did }}</button>
      <button type="button" class="act" @click="act(() => run.pass('out'))">{{ say.player.left_out }}</button>
      <button type="button" class="act plain" @click="emit('close')">{{ say.player.stay }}</button>
    </template>
    <template v-else>
      <button type="button" class="act" @click="act(run.again)">{{ say.player.again }}</button>
      <button type="button" class="act" @click="act(run.back)">{{ say.player.back }}</button>
      <button type="button" class="act" @click="pass">{{ say.player.over }}</button>
      <button type="button" class="act" @click="act(() => emit('enough'))">{{ say.player.enough }}</button>
      <button type="button" class="act plain" @click="emit('close')">{{ say.player.close }}</button>
    </template>
  </dialog>
</template>

<style scoped>
dialog { border: 1px solid var(--line-strong); border-radius: 12px; background: var(--paper); color: inherit; width: min(92vw, 24rem); padding: 1rem; margin: auto auto 1rem; }
dialog::backdrop { background: rgb(28 42 49 / 45%); }
dialog[open] { display: grid; gap: 0.6rem; }
.act { min-height: 56px; border-radius: 8px; font-size: 1.05rem; }
</style>
