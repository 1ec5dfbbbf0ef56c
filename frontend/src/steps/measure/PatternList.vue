<script setup lang="ts">
import { Checkbox } from 'ant-design-vue'
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { needWords } from '@/app/options'

/** Findings and patterns as they form: what the tests say together, and which test would settle it. */
const props = defineProps<{
  patterns: Schemas['PatternOut'][]
  findings: Schemas['FindingNeed'][]
  signs: Schemas['SignOut'][]
  observed: string[]
}>()
const emit = defineEmits<{ toggle: [sign: string]; test: [measure: string] }>()
const all = ref(false)
const running = computed(() => new Set(props.patterns.map((p) => p.id)))
const asked = computed(() => props.findings.filter((f) => f.weight > 0 && !f.beside))
const beside = computed(() => props.findings.filter((f) => f.weight > 0 && f.beside))
/** the strongest first */
const weighed = (needs: Schemas['FindingNeed'][]) => needs.slice(0, 6).map((f) => needWords(f.id)).join(', ')
const shown = computed(() => props.signs.filter((s) => all.value || s.asked || props.observed.includes(s.id) || (s.pattern && running.value.has(s.pattern))))
</script>

<template>
  <div class="patterns">
    <fieldset>
      <legend>Seen</legend>
      <span v-for="sign in shown" :key="sign.id"><Checkbox :checked="observed.includes(sign.id)" @change="emit('toggle', sign.id)">{{ sign.text }}</Checkbox></span>
      <button type="button" class="more small" :aria-expanded="all" @click="all = !all">{{ all ? 'fewer signs' : 'more signs' }}</button>
    </fieldset>
    <div aria-live="polite">
      <article v-for="pattern in patterns" :key="pattern.id" :class="{ decided: pattern.decided }">
        <p><strong>{{ pattern.name }}:</strong> {{ pattern.words }}</p>
        <p v-if="pattern.missing.length" class="small">To settle it:
          <button v-for="one in pattern.missing" :key="one.id" type="button" class="more small" @click="emit('test', one.id)">{{ one.name }}</button>
        </p>
        <p v-if="pattern.unwanted.length && pattern.decided" class="small clay">Not wanted now: {{ pattern.unwanted.map(needWords).join(', ') }}</p>
      </article>
      <p v-if="asked.length" class="small needs"><span class="quiet">asks for: </span>{{ weighed(asked) }}</p>
      <p v-if="beside.length" class="small needs"><span class="quiet">also found, beside this complaint and not treated unless you say so in Plan: </span>{{ weighed(beside) }}</p>
    </div>
  </div>
</template>

<style scoped>
.patterns { display: grid; gap: 0.5rem; border-top: 1px solid var(--line); padding-top: 0.5rem; }
fieldset { border: 0; margin: 0; padding: 0; display: grid; }
legend { padding: 0; font-size: 0.9rem; color: var(--ink-2); }
label { display: flex; gap: 0.5rem; align-items: center; min-height: 32px; line-height: 1.2; }
.more { border: 0; background: none; padding: 0; min-height: 32px; font: inherit; font-size: 0.875rem; color: var(--river); text-decoration: underline; cursor: pointer; justify-self: start; margin-right: 0.6rem; }
article { border-left: 3px solid var(--line-strong); padding-left: 0.7rem; margin-bottom: 0.4rem; }
article.decided { border-color: var(--river); }
</style>
