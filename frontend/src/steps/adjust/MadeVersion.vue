<script setup lang="ts">
import { useRouter } from 'vue-router'
import type { Schemas } from '@/api/client'
import TakeBack from '@/steps/home/TakeBack.vue'

/** What closing the review made: the version and what is different in it, or nothing. */
defineProps<{ made: Schemas['VersionLine'] | null; visit: number }>()
const emit = defineEmits<{ again: []; takenBack: [] }>()
const router = useRouter()
</script>

<template>
  <div class="known-box done" role="status">
    <template v-if="made">
      <h2>Version {{ made.number }} is made</h2>
      <p>What is different from version {{ made.number - 1 }}:</p>
      <ul><li v-for="line in made.difference" :key="line">{{ line }}</li><li v-if="!made.difference.length">the next stage is open; the drills stay as they are</li></ul>
      <p class="small quiet">The private link shows it from now on. Version {{ made.number - 1 }} stays readable.</p>
      <div class="acts">
        <button class="act next" @click="router.push(`/sheet/${made.id}`)">Print version {{ made.number }}</button>
        <button class="act" @click="emit('again')">See the proposals for version {{ made.number }}</button>
        <TakeBack :version="made" :visit="visit" @taken="emit('takenBack')" />
      </div>
    </template>
    <template v-else>
      <h2>Nothing changed</h2>
      <p>The review is closed and the plan goes on as it is.</p>
      <button class="act" @click="emit('again')">Open the review again</button>
    </template>
  </div>
</template>

<style scoped>
.done { background: var(--card); padding: 1rem; display: grid; gap: 0.5rem; justify-items: start; }
.acts { display: flex; gap: 0.7rem; align-items: center; flex-wrap: wrap; }
ul { margin: 0; padding-left: 1.2rem; }
</style>
