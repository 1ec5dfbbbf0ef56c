<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import VerdictMark from '@/ui/VerdictMark.vue'
import { counted, TODOS, type Consequence } from './consequences'

/** What the screen does to the drills, by cause: what can be acted on, what to know, and what is only noted. */
const props = defineProps<{ consequences: Consequence[]; frame: Schemas['Frame'] }>()
const emit = defineEmits<{ ask: [word: string] }>()
const opened = ref(new Set<string>())
const noted = ref(false)
const GROUPS: { kind: Consequence['kind']; title: string }[] = [
  { kind: 'act', title: 'To act on' }, { kind: 'know', title: 'To know' }, { kind: 'noted', title: 'Noted' },
]
const groups = computed(() => GROUPS.map((group) => ({ ...group, found: props.consequences.filter((one) => one.kind === group.kind) })).filter((group) => group.found.length))

function toggle(cause: string): void {
  if (!opened.value.delete(cause)) opened.value.add(cause)
}
</script>

<template>
  <section aria-label="What this does to the drills" class="consequences">
    <p class="quiet small">{{ frame.refused }} drills refused, {{ frame.changed }} changed, of all in the library.</p>
    <div v-for="group in groups" :key="group.kind" class="group">
      <h2>
        <template v-if="group.kind !== 'noted'">{{ group.title }}</template>
        <button v-else type="button" class="fold" :aria-expanded="noted" @click="noted = !noted">{{ group.title }}</button>
        <span class="quiet small">{{ group.kind === 'noted' ? `${group.found.length}, nothing to do` : group.found.length }}</span>
      </h2>
      <ul v-if="group.kind !== 'noted' || noted">
        <li v-for="one in group.found" :key="one.cause">
          <button type="button" class="cause" :aria-expanded="opened.has(one.cause)" @click="toggle(one.cause)">
            <VerdictMark v-if="one.parts[0]" :verdict="one.parts[0].verdict" bare />
            <span><strong>{{ one.title }}</strong><span class="small counts">{{ counted(one) }}</span></span>
          </button>
          <RouterLink v-if="one.kind === 'act' && one.todo === 'measure'" class="todo" :to="`/visit/${frame.visit}/measure`">{{ TODOS.measure }}</RouterLink>
          <button v-else-if="one.kind === 'act' && one.todo === 'falls'" type="button" class="todo" @click="emit('ask', 'falls-risk')">{{ TODOS.falls }}</button>
          <span v-else-if="one.kind === 'act' && one.todo" class="todo quiet">{{ TODOS[one.todo] }}</span>
          <ul v-if="opened.has(one.cause)" class="parts">
            <li v-for="part in one.parts" :key="part.verdict + part.text" class="small">
              <VerdictMark :verdict="part.verdict" /> {{ part.text }} <span class="quiet">{{ part.drills.join('; ') }}</span>
            </li>
            <li v-if="one.on_sheet.length" class="small"><strong>On the sheet:</strong> {{ one.on_sheet.join('; ') }}</li>
          </ul>
        </li>
      </ul>
    </div>
    <p v-if="!consequences.length" class="quiet small">Nothing found so far changes any drill.</p>
  </section>
</template>

<style scoped>
.group { margin-top: 0.6rem; }
h2 { font-size: 1.02rem; display: flex; justify-content: space-between; align-items: baseline; border-bottom: 1px solid var(--line-strong); }
.fold { border: 0; background: none; font: inherit; font-weight: inherit; cursor: pointer; text-decoration: underline dotted; text-underline-offset: 3px; min-height: 44px; padding: 0; }
ul { list-style: none; margin: 0; padding: 0; }
.group > ul > li { border-bottom: 1px solid var(--line); padding-bottom: 0.2rem; }
.cause { width: 100%; display: grid; grid-template-columns: 1.8rem 1fr; align-items: center; text-align: left; border: 0; background: none; font: inherit; min-height: 44px; padding: 0.2rem 0; cursor: pointer; }
.cause:hover { background: var(--card); }
.counts { display: block; line-height: 1.25; }
.todo { margin-left: 1.8rem; border: 0; background: none; padding: 0 0 0.3rem; font: inherit; font-size: 0.92rem; color: var(--river); text-decoration: underline; cursor: pointer; display: inline-block; }
span.todo { text-decoration: none; color: var(--ink-2); cursor: default; }
.parts { margin: 0 0 0.4rem 1.8rem; display: grid; gap: 0.25rem; }
.parts li { line-height: 1.3; }
</style>
