<script setup lang="ts">
/** Print what the page lists. */
const print = (): void => window.print()
</script>

<template>
  <button type="button" class="act plain small print" @click="print">Print</button>
</template>

<style scoped>
.print { padding: 0 0.6rem; }
</style>
