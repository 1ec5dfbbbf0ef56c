<script setup lang="ts">
import type { HomeSchemas } from '@/api/client'
import CallButton from './CallButton.vue'
import LineToClinic from './LineToClinic.vue'
import type { Letter } from './outbox'
import { say } from './words'

/** Whom to call, and for what at once. */
defineProps<{ sheet: HomeSchemas['HomeSheet']; /** still on this phone */ waiting: readonly Letter[]; /** sent since the sheet was read */ newly: readonly Letter[] }>()
const emit = defineEmits<{ write: [words: string] }>()
</script>

<template>
  <section class="call" :aria-label="say.callPage.title">
    <h1>{{ sheet.clinic.name }}</h1>
    <CallButton :phone="sheet.clinic.phone" />
    <p class="stop-box"><strong>{{ say.callPage.stop }}</strong> {{ say.callPage.stopFor }}</p>
    <div v-if="sheet.precautions.length" class="stop-box"><p v-for="line in sheet.precautions" :key="line">{{ line }}</p></div>
    <div class="stop-box"><strong>{{ sheet.emergency_line }}</strong><ul><li v-for="sign in sheet.emergencies" :key="sign">{{ sign }}</li></ul>{{ sheet.clinic.emergency }}</div>
    <LineToClinic :sheet="sheet" :waiting="waiting" :newly="newly" @write="emit('write', $event)" />
    <p class="small quiet">{{ say.callPage.care }}</p>
    <p v-if="sheet.unread" class="small quiet">{{ sheet.unread }}</p>
  </section>
</template>

<style scoped>
.call { display: grid; gap: 0.9rem; }
ul { margin: 0.3rem 0; padding-left: 1.1rem; }
</style>
