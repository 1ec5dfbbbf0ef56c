<script setup lang="ts">
import { Drawer } from 'ant-design-vue'
import { nextTick, watch } from 'vue'

/** A panel from the right edge; the library leaves out that it is a dialog and what it is called. */
const props = defineProps<{ open: boolean; title: string; width?: number }>()
const emit = defineEmits<{ close: [] }>()
const root = `side-drawer-${Math.random().toString(36).slice(2)}`

watch(() => [props.open, props.title], async () => {
  if (!props.open) return
  await nextTick()
  const panel = document.querySelector(`.${root} .ant-drawer-content`)
  for (const [name, value] of [['role', 'dialog'], ['aria-modal', 'true'], ['aria-label', props.title]] as const) panel?.setAttribute(name, value)
}, { immediate: true, flush: 'post' })
</script>

<template>
  <Drawer :open="open" :title="title" :width="width ?? 420" :root-class-name="root" placement="right" @close="emit('close')"><slot /></Drawer>
</template>
