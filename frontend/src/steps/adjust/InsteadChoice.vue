<script setup lang="ts">
import type { Schemas } from '@/api/client'
import DrillPicture from '@/ui/DrillPicture.vue'

/** What may stand in the place of a stopped drill, with pictures; or nothing does. Nothing is chosen before the clinician chooses. */
defineProps<{ proposal: Schemas['ProposalOut'] }>()
const emit = defineEmits<{ take: [instead: Schemas['Instead']]; none: [] }>()
</script>

<template>
  <div class="instead" role="group" :aria-label="`In the place of ${proposal.title}`">
    <button v-for="one in proposal.instead" :key="one.drill" type="button" class="one" @click="emit('take', one)">
      <DrillPicture :picture="one.picture" :side="proposal.side_shown" size="small" :alt="''" />
      <span><strong>{{ one.title }}</strong><br /><span class="small quiet">{{ one.words }}</span></span>
    </button>
    <button type="button" class="one none" @click="emit('none')"><span><strong>Nothing for now</strong><br /><span class="small quiet">{{ proposal.instead.length ? 'the drill comes off' : 'the library has nothing else for it that spares what hurt' }}</span></span></button>
  </div>
</template>

<style scoped>
.instead { display: flex; gap: 0.5rem; flex-wrap: wrap; }
.one { display: grid; grid-template-columns: 84px auto; gap: 0.5rem; align-items: center; min-height: 68px; max-width: 17rem; text-align: left; border: 1px solid var(--line-strong); border-radius: var(--corner); background: var(--card); font: inherit; line-height: 1.25; cursor: pointer; padding: 0.2rem 0.6rem 0.2rem 0.2rem; }
.one:hover { background: var(--river-soft); }
.none { grid-template-columns: auto; padding: 0.2rem 0.8rem; max-width: 13rem; }
</style>
