<script setup lang="ts">
import { computed } from 'vue'
import { sessionWords } from './words'

/** Soreness after the first sessions of a drill is no harm when it goes within two days: asked where the clinic must know. */
const props = defineProps<{ date: string; today: string }>()
const emit = defineEmits<{ told: [gone: boolean] }>()
const session = computed(() => sessionWords(props.date, props.today))
</script>

<template>
  <section class="card" aria-label="Soreness">
    <h2>The muscle was sore after {{ session }}. Is that gone?</h2>
    <div class="acts">
      <button class="act" @click="emit('told', true)">Yes, it is gone</button>
      <button class="act" @click="emit('told', false)">Not yet</button>
    </div>
  </section>
</template>

<style scoped>
.card { background: var(--card); border: 1px solid var(--line); border-top: 5px solid var(--river); padding: 1rem; display: grid; gap: 0.8rem; border-radius: 5px; }
.acts { display: grid; grid-template-columns: 1fr 1fr; gap: 0.8rem; }
.act { min-height: 56px; font-size: 1.1rem; }
</style>
