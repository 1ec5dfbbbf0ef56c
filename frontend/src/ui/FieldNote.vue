<script setup lang="ts">
/** What is wrong with a field and what to do; says nothing while all is well. */
defineProps<{ text?: string; id?: string }>()
</script>

<template>
  <p :id="id" class="note" role="alert" :class="{ empty: !text }">{{ text ?? '' }}</p>
</template>

<style scoped>
.note { color: var(--clay); font-size: 0.9rem; font-weight: 600; }
.note.empty { display: none; }
</style>
