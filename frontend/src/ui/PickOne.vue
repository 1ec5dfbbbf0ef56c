<script setup lang="ts" generic="T extends string">
import { Select } from 'ant-design-vue'
import { nextTick, onMounted, onUpdated, ref } from 'vue'

/** One choice out of a list; empty is nothing chosen. Its field has a name and points to no list that is not there. */
const props = defineProps<{
  label: string
  options: { value: T; text: string }[]
  modelValue: T | '' | null
  placeholder?: string
  clearable?: boolean
  disabled?: boolean
  small?: boolean
  /** a long list is found in by typing */
  search?: boolean
}>()
const emit = defineEmits<{ 'update:modelValue': [value: T | ''] }>()
const box = ref<HTMLElement | null>(null)
const open = ref(false)

/**
 * What the library leaves out of its list: the field names it and says whether it is open, the list that is read aloud
 * has a name, and the one that is only seen is not read twice.
 */
async function mend(now = open.value): Promise<void> {
  open.value = now
  await nextTick()
  const field = box.value?.querySelector('input')
  if (!field) return
  const list = `${field.id}_list`
  field.setAttribute('aria-label', props.label)
  field.setAttribute('aria-expanded', String(now))
  for (const name of ['aria-owns', 'aria-controls']) if (now) field.setAttribute(name, list)
    else field.removeAttribute(name)
  if (!now) field.removeAttribute('aria-activedescendant')
  const read = document.getElementById(list)
  read?.setAttribute('aria-label', props.label)
  read?.parentElement?.querySelector('.rc-virtual-list')?.setAttribute('aria-hidden', 'true')
}

/** Lists open in a part of the page that has a name, so that nothing lies outside of every part. */
const holder = (): HTMLElement => document.getElementById('open-lists') ?? document.body

onMounted(() => mend())
onUpdated(() => mend())
</script>

<template>
  <span ref="box" class="pick">
    <Select :value="modelValue || undefined" :placeholder="placeholder ?? label" :allow-clear="clearable" :disabled="disabled" :size="small ? 'small' : 'middle'" :options="options.map((one) => ({ value: one.value, label: one.text }))" :show-search="search" option-filter-prop="label" :dropdown-match-select-width="false" :get-popup-container="holder" @update:value="emit('update:modelValue', ($event ?? '') as T | '')" @dropdown-visible-change="mend" @change="mend()" />
  </span>
</template>

<style scoped>
.pick { display: inline-grid; grid-template-columns: minmax(0, 1fr); min-width: 0; }
.pick :deep(.ant-select) { width: 100%; }
</style>
