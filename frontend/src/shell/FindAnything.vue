<script setup lang="ts">
import { Input, Modal } from 'ant-design-vue'
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import { useFinder, type Found } from './useFinder'

/** One search over people, drills, steps and background factors; arrows walk, Enter opens. */
const props = defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: [] }>()
const text = ref('')
const at = ref(0)
const box = useTemplateRef<{ focus: () => void }>('box')
const { find, go } = useFinder(() => props.open)
const found = computed(() => find(text.value))
const chosen = computed(() => found.value[at.value])
watch(text, () => { at.value = 0 })
watch(() => props.open, async (open) => {
  if (!open) return
  text.value = ''
  await nextTick()
  box.value?.focus()
}, { immediate: true })

async function take(one: Found | undefined): Promise<void> {
  if (!one) return
  emit('close')
  await go(one)
}

function onKey(event: KeyboardEvent): void {
  const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0
  if (by) {
    event.preventDefault()
    at.value = Math.min(found.value.length - 1, Math.max(0, at.value + by))
  } else if (event.key === 'Enter') void take(chosen.value)
}
</script>

<template>
  <Modal :open="open" title="Find" :footer="null" :width="560" :style="{ top: '72px' }" @cancel="emit('close')">
    <Input ref="box" v-model:value="text" placeholder="a person, a drill, a step, a background factor" role="combobox" aria-label="Find a person, a drill, a step or a background factor" aria-expanded="true" aria-controls="found-list" :aria-activedescendant="chosen ? `found-${at}` : undefined" @keydown="onKey" />
    <ul id="found-list" role="listbox" aria-label="Found">
      <li v-for="(one, n) in found" :id="`found-${n}`" :key="`${one.kind}-${one.id}`" role="option" :aria-selected="n === at" @mousemove="at = n" @click="take(one)">
        <span>{{ one.name }}</span><span class="small quiet">{{ one.says }}</span>
      </li>
    </ul>
    <p v-if="!found.length" class="quiet">{{ text.trim() ? 'Nothing has this name. Part of a name is enough.' : 'Type part of a name.' }}</p>
  </Modal>
</template>

<style scoped>
ul { list-style: none; margin: 0.6rem 0 0; padding: 0; }
li { display: flex; justify-content: space-between; gap: 1rem; align-items: center; min-height: 40px; padding: 0.2rem 0.6rem; cursor: pointer; border-left: 4px solid transparent; }
li[aria-selected='true'] { background: var(--river-soft); border-left-color: var(--river); }
</style>
