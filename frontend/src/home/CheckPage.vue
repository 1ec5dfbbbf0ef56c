<script setup lang="ts">
import { computed, reactive } from 'vue'
import type { HomeSchemas } from '@/api/client'
import CallButton from './CallButton.vue'
import { say } from './words'

/** The home check: a few questions, each with yes or no; a yes says at once what to do. Nothing is answered for anybody. */
const props = defineProps<{ sheet: HomeSchemas['HomeSheet'] }>()
const emit = defineEmits<{ told: [answers: Record<string, boolean>] }>()
const answers = reactive<Record<string, boolean>>({})
const questions = computed(() => props.sheet.home_check.questions)
const yes = computed(() => questions.value.filter(({ item }) => answers[item]))
const all = computed(() => questions.value.every(({ item }) => item in answers))
</script>

<template>
  <section class="check">
    <h1>{{ say.check.title }}</h1>
    <p class="quiet">{{ say.check.why }}</p>
    <fieldset v-for="one in questions" :key="one.item">
      <legend>{{ one.ask }}</legend>
      <div class="two">
        <button type="button" :aria-pressed="answers[one.item] === false" @click="answers[one.item] = false">{{ say.check.no }}</button>
        <button type="button" class="yes" :aria-pressed="answers[one.item] === true" @click="answers[one.item] = true">{{ say.check.yes }}</button>
      </div>
    </fieldset>
    <div v-if="yes.length" class="stop-box" role="alert">
      <p><strong>{{ yes.some(({ emergency }) => emergency) ? sheet.emergency_line : say.check.call }}</strong> {{ say.check.rest }}</p>
      <CallButton :phone="sheet.clinic.phone" />
    </div>
    <button type="button" class="act next big" :disabled="!all" @click="emit('told', { ...answers })">{{ say.check.tell }}</button>
  </section>
</template>

<style scoped>
.check { display: grid; gap: 1rem; }
fieldset { border: 1px solid var(--line); border-radius: 10px; background: var(--card); padding: 0.8rem 1rem; margin: 0; min-width: 0; }
legend { float: left; width: 100%; padding: 0 0 0.6rem; font-weight: 600; }
.two { display: grid; grid-template-columns: 1fr 1fr; gap: 0.6rem; clear: both; }
.two button { min-height: 56px; border: 1.5px solid var(--line-strong); border-radius: 8px; background: var(--card); color: inherit; font: inherit; cursor: pointer; }
.two button[aria-pressed='true'] { background: var(--river); border-color: var(--river); color: #fff; font-weight: 600; }
.two .yes { border-color: var(--clay); color: var(--clay-dark); }
.two .yes[aria-pressed='true'] { background: var(--clay); border-color: var(--clay); color: #fff; }
.big { min-height: 60px; font-size: 1.15rem; border-radius: 8px; }
</style>
