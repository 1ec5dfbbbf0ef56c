<script setup lang="ts">
import { Skeleton } from 'ant-design-vue'

/** What stands while something is read: lines of about the height it will have; a quick answer shows none of them. */
defineProps<{ what: string; rows?: number }>()
</script>

<template>
  <div class="waiting" role="status"><span class="visually-hidden">Reading {{ what }} …</span><Skeleton active :title="false" :paragraph="{ rows: rows ?? 8, width: '100%' }" aria-hidden="true" /></div>
</template>

<style scoped>
.waiting { animation: appear 0.1s 0.2s both; }
.waiting :deep(li) { height: 28px !important; margin-top: 14px !important; }
@keyframes appear { from { opacity: 0; } to { opacity: 1; } }
</style>
