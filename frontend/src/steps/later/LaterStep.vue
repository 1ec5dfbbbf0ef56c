<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'

const TEXT: Record<string, [string, string]> = {
  measure: ['Measure', 'Range of motion on both sides, with its error and the change that is real. Until it is here a drill that asks for a range says “measure first”, and nothing treats an unmeasured range as fine.'],
  compose: ['Compose', 'The exact session for the minutes there are. Until it is here you tick drills in Match and the minutes add up on the sheet.'],
  tryout: ['Try', 'A drill done in the room, with a re-test before and after. Until it is here the library’s own experience decides the ranking.'],
  respond: ['Respond', 'Every response on its own page. Until it is here each drill’s sessions stand beside its proposal in Adjust, and all sessions in Home.'],
}
const route = useRoute()
const words = computed(() => TEXT[String(route.name)] ?? ['This step', 'It comes later.'])
</script>

<template>
  <section class="later">
    <h1>{{ words[0] }}</h1>
    <p class="state">comes later</p>
    <p>{{ words[1] }}</p>
  </section>
</template>

<style scoped>
.later { max-width: 34rem; display: grid; gap: 0.8rem; }
.state { border-left: 3px solid var(--line-strong); padding-left: 0.7rem; color: var(--ink-2); font-style: italic; }
</style>
