<script setup lang="ts">
import { say } from './words'

/** What ends a drill at once, one sign on each line so that it is found while moving. */
defineProps<{ signs: readonly string[] }>()
</script>

<template>
  <div class="stop-box">
    <strong>{{ say.drillsPage.stop }}</strong>
    <ul><li v-for="sign in signs" :key="sign">{{ sign }}</li></ul>
  </div>
</template>

<style scoped>
ul { margin: 0.2rem 0 0; padding-left: 1.1rem; line-height: 1.35; }
</style>
