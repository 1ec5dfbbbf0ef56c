<script setup lang="ts">
import { Input } from 'ant-design-vue'
import { ref } from 'vue'

/** Keep a drill in every composed session, or bar it from all with a reason. */
defineProps<{ pinned: boolean; barred: boolean }>()
const emit = defineEmits<{ pin: []; bar: [reason: string] }>()
const reason = ref('')
</script>

<template>
  <div v-if="!barred" class="own">
    <button type="button" class="act" :aria-pressed="pinned" @click="emit('pin')">{{ pinned ? 'No longer keep it in every session' : 'Keep it in every session' }}</button>
    <form @submit.prevent="reason.trim() && emit('bar', reason.trim())">
      <Input v-model:value="reason" :maxlength="300" aria-label="Why it is barred" placeholder="bar it, because" />
      <button class="act" :disabled="!reason.trim()">Bar it</button>
    </form>
  </div>
</template>

<style scoped>
.own { display: grid; gap: 0.5rem; border-top: 1px solid var(--line); padding: 0.6rem 0; }
form { display: flex; gap: 0.5rem; }
form .act { white-space: nowrap; }
</style>
