<script setup lang="ts">
import { ref } from 'vue'

/** A file of the device, chosen at the press of a button; the same one may be chosen again. What is told of it stands beside. */
defineProps<{ label: string; name: string; accept: string; what: string; told: string; next?: boolean }>()
const emit = defineEmits<{ brought: [file: File] }>()
const field = ref<HTMLInputElement>()

function bring(event: Event): void {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (file) emit('brought', file)
}
</script>

<template>
  <span class="bring">
    <button type="button" class="act" :class="{ next }" @click="field?.click()">{{ label }}</button>
    <span class="small quiet" role="status">{{ told }}</span>
    <input ref="field" class="visually-hidden" type="file" :name="name" :accept="accept" :aria-label="what" tabindex="-1" @change="bring" @click="($event.target as HTMLInputElement).value = ''" />
  </span>
</template>

<style scoped>
.bring { display: inline-flex; gap: 0.6rem; align-items: center; flex-wrap: wrap; }
</style>
