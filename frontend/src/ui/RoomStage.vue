<script setup lang="ts">
import { onBeforeUnmount, onMounted, useTemplateRef } from 'vue'

/** A stage over the whole screen, to be turned to the client: large, few words, one way out. */
defineProps<{ label: string }>()
const emit = defineEmits<{ close: [] }>()
const dialog = useTemplateRef<HTMLDialogElement>('dialog')
let before: HTMLElement | null = null

onMounted(() => {
  before = document.activeElement as HTMLElement | null
  dialog.value?.showModal()
})
onBeforeUnmount(() => before?.focus())
</script>

<template>
  <dialog ref="dialog" class="stage" :aria-label="label" @close="emit('close')" @cancel.prevent="emit('close')">
    <button type="button" class="act out" @click="emit('close')">Back to the desk</button>
    <slot />
  </dialog>
</template>

<style scoped>
.stage { width: 100vw; height: 100vh; max-width: none; max-height: none; border: 0; margin: 0; padding: 1.2rem 2rem; background: var(--paper); color: var(--ink); font-size: 1.375rem; }
.stage[open] { display: grid; grid-template-rows: auto minmax(0, 1fr); gap: 0.6rem; }
.out { justify-self: end; }
</style>
