<script setup lang="ts">
import { ref } from 'vue'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import { shortDate } from '@/ui/dates'
import ProblemNote from '@/ui/ProblemNote.vue'

/** Every living private link, with the day and the kind of thing it was last opened on; each can be revoked alone. */
const props = defineProps<{ visit: number; links: Schemas['LinkOut'][]; may: boolean }>()
const emit = defineEmits<{ changed: [] }>()
const problem = ref<Problem | null>(null)

async function revoke(link?: number): Promise<void> {
  const found = link === undefined
    ? await outcome(clinic.DELETE('/api/visits/{visit}/links', { params: { path: { visit: props.visit } } }))
    : await outcome(clinic.DELETE('/api/visits/{visit}/links/{link}', { params: { path: { visit: props.visit, link } } }))
  problem.value = found.ok ? null : found.problem
  if (found.ok) emit('changed')
}
</script>

<template>
  <div class="links">
    <h2>Private links</h2>
    <ProblemNote :problem="problem" />
    <ul>
      <li v-for="one in links" :key="one.id">
        <span>made {{ shortDate(one.made_on) }} by {{ one.made_by }} · <template v-if="one.last_used_on">last opened {{ shortDate(one.last_used_on) }} on {{ one.device === 'computer' || one.device === 'tablet' ? `a ${one.device}` : one.device === 'another device' ? one.device : `an ${one.device}` }}</template><template v-else>not opened yet</template></span>
        <button v-if="may" class="act plain" type="button" @click="revoke(one.id)">Revoke<span class="visually-hidden"> the link made {{ shortDate(one.made_on) }}</span></button>
      </li>
    </ul>
    <button v-if="may && links.length > 1" class="act stop" type="button" @click="revoke()">Revoke all {{ links.length }} links</button>
  </div>
</template>

<style scoped>
.links { display: grid; gap: 0.4rem; justify-items: start; }
ul { list-style: none; margin: 0; padding: 0; width: 100%; }
li { display: flex; justify-content: space-between; align-items: center; gap: 1rem; border-top: 1px solid var(--line); flex-wrap: wrap; }
</style>
