<script setup lang="ts">
import PrintList from './PrintList.vue'

/** The bar of a page outside a visit: home, back to the caseload, and where one is. */
</script>

<template>
  <header class="bar"><RouterLink class="brand" to="/">Ease Path</RouterLink><RouterLink to="/">Caseload</RouterLink><slot /><PrintList class="last" /></header>
</template>

<style scoped>
.bar { display: flex; gap: 1rem; align-items: center; padding: 0 1.5rem; min-height: 48px; background: var(--card); border-bottom: 1px solid var(--line); }
.brand { font-family: var(--serif); font-weight: 600; font-size: 1.15rem; text-decoration: none; min-height: 44px; display: inline-flex; align-items: center; }
.last { margin-left: auto; }
@media print { .bar a:not(.brand) { color: inherit; text-decoration: none; } }
</style>
