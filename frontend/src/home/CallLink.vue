<script setup lang="ts">
import { callAddress } from '@/ui/telephone'

/** A telephone number that is called by a touch. */
defineProps<{ phone: string | undefined }>()
</script>

<template><a v-if="phone" class="call" :href="callAddress(phone)">{{ phone }}</a></template>

<style scoped>
.call { color: inherit; font-weight: 600; white-space: nowrap; display: inline-block; padding: 0.35rem 0; }
</style>
