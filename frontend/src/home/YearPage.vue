<script setup lang="ts">
import { computed, ref } from 'vue'
import { homeClient, outcome } from '@/api/client'
import { say } from './words'

/** The year of birth, once on this device, where the clinic asks for it before the link answers. */
const props = defineProps<{ token: string }>()
const emit = defineEmits<{ told: [] }>()
const year = ref('')
const busy = ref(false)
const fault = ref<'wrong' | 'offline' | ''>('')
const whole = computed(() => /^\d{4}$/.test(year.value))

async function tell(): Promise<void> {
  busy.value = true
  const found = await outcome(homeClient.POST('/home/api/{token}/birth-year', { params: { path: { token: props.token } }, body: { year: Number(year.value) } }))
  busy.value = false
  fault.value = found.ok || found.problem.status === 410 ? '' : found.problem.status === 422 ? 'wrong' : 'offline'
  if (!fault.value) emit('told')
}
</script>

<template>
  <form class="year" @submit.prevent="tell">
    <h1>{{ say.year.title }}</h1>
    <p class="quiet">{{ say.year.why }}</p>
    <label>{{ say.year.label }}<input v-model.trim="year" inputmode="numeric" autocomplete="bday-year" maxlength="4" pattern="\d{4}" required /></label>
    <p v-if="fault" role="alert"><strong>{{ say.year[fault] }}</strong></p>
    <button class="act next" :disabled="!whole || busy">{{ say.year.go }}</button>
  </form>
</template>

<style scoped>
.year { display: grid; gap: 0.9rem; margin-top: 12vh; }
label { display: grid; gap: 0.3rem; font-weight: 600; }
input { font: inherit; font-size: 1.6rem; padding: 0.5rem 0.8rem; border: 1px solid var(--ink); border-radius: 8px; width: 8rem; font-variant-numeric: tabular-nums; }
.act { min-height: 56px; }
</style>
