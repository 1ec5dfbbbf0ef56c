<script setup lang="ts">
import { callAddress } from '@/ui/telephone'
import { say } from './words'

/** Call the clinic by one touch. */
defineProps<{ phone: string }>()
</script>

<template><a class="callbutton" :href="callAddress(phone)"><svg viewBox="0 0 24 24" aria-hidden="true"><path d="M6 4h4l1 5-2 1c1 3 2 4 5 5l1-2 5 1v4c-8 2-16-6-14-14Z" /></svg>{{ say.call(phone) }}</a></template>

<style scoped>
.callbutton { display: flex; align-items: center; justify-content: center; gap: 0.6rem; min-height: 56px; border-radius: 8px; background: var(--clay); color: #fff; font-weight: 600; font-size: 1.15rem; text-decoration: none; }
svg { width: 20px; height: 20px; fill: none; stroke: currentColor; stroke-width: 2; stroke-linejoin: round; }
</style>
