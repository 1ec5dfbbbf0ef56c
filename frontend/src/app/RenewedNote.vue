<script setup lang="ts">
import { missing } from './renewed'

/** A part of the pages is not to be had: what it means, and the one act that helps. Drafts stand on the device. */
const away = !navigator.onLine
const again = (): void => { location.assign(missing.value ?? '/') }
</script>

<template>
  <div class="renewed" role="alert">
    <p v-if="away"><strong>No network, and this part of Ease Path is not on this device yet.</strong> What you typed is kept here. Go on where you are, or load it once the network is back.</p>
    <p v-else><strong>Ease Path was renewed while this page stood open.</strong> What you typed is kept on this device; it stands there again once the page is loaded anew.</p>
    <span><button type="button" class="act next" @click="again">Load it anew</button> <button type="button" class="act plain" @click="missing = null">stay here</button></span>
  </div>
</template>

<style scoped>
.renewed { position: fixed; inset: 0 0 auto; z-index: 40; background: var(--card); border-bottom: 3px solid var(--ink); display: flex; flex-wrap: wrap; gap: 0.5rem 1.5rem; align-items: center; justify-content: space-between; padding: 0.5rem 1.1rem; box-shadow: 0 6px 18px rgb(0 0 0 / 12%); }
</style>
