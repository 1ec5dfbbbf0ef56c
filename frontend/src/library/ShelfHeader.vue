<script setup lang="ts">
/** The head of the library's pages: back to the caseload, and over to what stands on the other shelf. */
defineProps<{ other: string; to: string }>()
</script>

<template>
  <header>
    <RouterLink class="brand" to="/">Ease Path</RouterLink>
    <RouterLink to="/" class="back">Caseload</RouterLink>
    <RouterLink :to="to" class="back">{{ other }}</RouterLink>
  </header>
</template>

<style scoped>
header { display: flex; gap: 1.5rem; align-items: center; padding: 0 1.5rem; min-height: 54px; background: var(--card); border-bottom: 1px solid var(--line); }
.brand { font-family: var(--serif); font-weight: 600; font-size: 1.15rem; color: var(--river); text-decoration: none; }
.back { color: var(--river); min-height: 44px; display: grid; place-items: center; }
</style>
