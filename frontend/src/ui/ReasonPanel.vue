<script setup lang="ts">
import { computed } from 'vue'
import { readable } from './dates'
import SideDrawer from './SideDrawer.vue'

/** One panel for every "why": the rule, the facts it read, the threshold, the source. */
export interface ReasonCard {
  rule: string
  text: string
  verdict?: string
  threshold?: string
  facts?: Record<string, unknown>
  /** where the rule comes from, as its knowledge file says */
  source: string | null
}

const props = defineProps<{ open: boolean; title: string; intro?: string; reasons: ReasonCard[]; version?: string }>()
const emit = defineEmits<{ close: [] }>()
const shown = computed(() => props.reasons)

function factLines(facts: Record<string, unknown> | undefined): [string, string][] {
  return Object.entries(facts ?? {})
    .filter(([, value]) => value !== null && typeof value !== 'object')
    .map(([name, value]) => [name.replaceAll('_', ' '), String(value)])
}
</script>

<template>
  <SideDrawer :open="open" :title="title" :width="420" @close="emit('close')">
    <p v-if="intro" class="intro">{{ intro }}</p>
    <article v-for="(reason, index) in shown" :key="index">
      <p class="text" :class="{ clay: reason.verdict === 'exclude' || reason.verdict === 'modify' }">{{ readable(reason.text) }}</p>
      <dl>
        <div><dt>rule</dt><dd>{{ reason.rule.replaceAll('-', ' ') }}</dd></div>
        <div v-if="reason.threshold"><dt>threshold</dt><dd>{{ reason.threshold }}</dd></div>
        <div v-for="[name, value] in factLines(reason.facts)" :key="name"><dt>{{ name }}</dt><dd>{{ value }}</dd></div>
        <div v-if="reason.source"><dt>source</dt><dd>{{ reason.source }}</dd></div>
      </dl>
    </article>
    <p v-if="!reasons.length" class="quiet">No rule speaks against it.</p>
    <slot />
    <p v-if="version" class="small quiet source">knowledge {{ version }}</p>
    <p class="small quiet">It supports your decision; it is no diagnosis. Local rules and the surgeon’s protocol win.</p>
  </SideDrawer>
</template>

<style scoped>
.intro { margin-bottom: 0.8rem; }
article { border-top: 1px solid var(--line); padding: 0.7rem 0; }
.text { font-weight: 600; }
dl { margin: 0.4rem 0 0; display: grid; gap: 0.1rem; font-size: 0.9rem; color: var(--ink-2); }
dl div { display: flex; gap: 0.6rem; }
dt { min-width: 6.5rem; }
dd { margin: 0; color: var(--ink); }
.source { border-top: 1px solid var(--line); padding-top: 0.6rem; margin-top: 0.4rem; }
</style>
