<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { clinic, outcome, type Schemas } from '@/api/client'
import { problemOf, unwrap } from '@/shell/useVisit'
import CannotRead from '@/ui/CannotRead.vue'
import { shortDate } from '@/ui/dates'
import SideDrawer from '@/ui/SideDrawer.vue'
import WaitingLines from '@/ui/WaitingLines.vue'

/** A decision as it stood: what the rules read and told that day, and what the rules of today tell of the same facts. */
const props = defineProps<{ complaint: number; kept: number | null }>()
const emit = defineEmits<{ close: [] }>()
const { data, error, refetch } = useQuery({
  queryKey: computed(() => ['kept', props.complaint, props.kept]),
  enabled: computed(() => props.kept !== null),
  queryFn: async () => unwrap(await outcome(clinic.GET('/api/complaints/{complaint}/kept/{kept}', { params: { path: { complaint: props.complaint, kept: props.kept! } } }))),
})
const title = computed(() => (data.value ? `As it stood: ${data.value.of}, ${shortDate(data.value.date)}` : 'As it stood'))

function words(told: Schemas['RulesTold']): string[] {
  if (told.fault) return [told.fault]
  const lines = [`screen: ${told.outcome}`, `irritability ${told.irritability}`]
  if (told.flags.length) lines.push(`raised: ${told.flags.join('; ')}`)
  if (told.unanswered) lines.push(`${told.unanswered} questions open`)
  if (told.refused !== null) lines.push(`${told.refused} drills refused`)
  return lines
}
</script>

<template>
  <SideDrawer :open="kept !== null" :title="title" :width="460" @close="emit('close')">
    <template v-if="data">
      <section v-if="data.then"><h3>What the rules told that day</h3><p v-for="line in words(data.then)" :key="line">{{ line }}</p></section>
      <section><h3>What the rules of today tell of the same facts</h3><p v-for="line in words(data.now)" :key="line" :class="{ clay: data.now.fault }">{{ line }}</p>
        <p class="small quiet">{{ data.same_rules ? 'Knowledge and rules are the same as on that day.' : 'Knowledge or rules have changed since.' }}</p></section>
      <section><h3>What they read</h3>
        <table><tbody><tr v-for="one in data.facts" :key="one.name"><th scope="row">{{ one.name }}</th><td>{{ one.value }}</td></tr></tbody></table></section>
      <p class="small quiet">knowledge {{ data.knowledge_version }}, rules {{ data.code_version || 'not noted' }}</p>
    </template>
    <CannotRead v-else-if="error" :problem="problemOf(error)" @again="refetch()" />
    <WaitingLines v-else what="what stood" :rows="6" />
  </SideDrawer>
</template>

<style scoped>
section { display: grid; gap: 0.15rem; margin-bottom: 1.2rem; }
h3 { font-size: 1rem; }
table { border-collapse: collapse; width: 100%; }
th, td { text-align: left; font-weight: 400; vertical-align: top; padding: 0.25rem 0.8rem 0.25rem 0; border-bottom: 1px solid var(--line); overflow-wrap: anywhere; }
th { width: 9rem; color: var(--ink-2); }
</style>
