<script setup lang="ts">
import { computed, ref } from 'vue'
import type { HomeSchemas } from '@/api/client'
import type { Letter } from './outbox'
import { say } from './words'
import { whenWords } from './week'

/** What was written both ways, and a line to the clinic; it is kept on the phone until the clinic has it. */
const props = defineProps<{ sheet: HomeSchemas['HomeSheet']; /** still on this phone */ waiting: readonly Letter[]; /** sent since the sheet was read */ newly: readonly Letter[] }>()
const emit = defineEmits<{ write: [words: string] }>()
const KEPT = 'easepath:line'
const words = ref(localStorage.getItem(KEPT) ?? '')
const known = computed(() => new Set(props.sheet.messages.map(({ id }) => id)))
const linesIn = (letters: readonly Letter[], state: string) => letters.flatMap((letter) => (letter.kind === 'message' && !known.value.has(letter.body.id) ? [{ ...letter.body, state }] : []))
const own = computed(() => [...linesIn(props.waiting, say.lines.onTheWay), ...linesIn(props.newly, say.lines.arrived)])

function keep(): void {
  if (words.value.trim()) localStorage.setItem(KEPT, words.value)
  else localStorage.removeItem(KEPT)
}

function write(): void {
  if (!words.value.trim()) return
  emit('write', words.value.trim())
  words.value = ''
  keep()
}
</script>

<template>
  <section class="lines" :aria-label="say.lines.title">
    <h2>{{ say.lines.title }}</h2>
    <p class="quiet">{{ say.lines.slow }}</p>
    <label for="line" class="visually-hidden">{{ say.lines.label }}</label>
    <textarea id="line" v-model="words" rows="3" maxlength="600" :placeholder="say.lines.label" @input="keep" />
    <button type="button" class="act" :disabled="!words.trim()" @click="write">{{ say.lines.send }}</button>
    <ul v-if="own.length || sheet.messages.length" role="list">
      <li v-for="one in own" :key="one.id" class="mine"><span class="small quiet">{{ say.lines.you }}, {{ one.state }}</span><p>{{ one.words }}</p></li>
      <li v-for="one in [...sheet.messages].reverse()" :key="one.id" :class="{ mine: !one.by }"><span class="small quiet">{{ one.by || say.lines.you }}, {{ whenWords(one.at, sheet.today) }}</span><p>{{ one.words }}</p></li>
    </ul>
  </section>
</template>

<style scoped>
.lines { display: grid; gap: 0.6rem; border-top: 1px solid var(--line); padding-top: 0.9rem; }
textarea { font: inherit; width: 100%; padding: 0.6rem 0.7rem; border: 1px solid var(--line-strong); border-radius: 8px; background: var(--card); color: inherit; }
.act { min-height: 48px; }
ul { list-style: none; margin: 0; padding: 0; display: grid; gap: 0.6rem; }
li { border-left: 4px solid var(--river); padding-left: 0.8rem; overflow-wrap: anywhere; white-space: pre-line; }
li.mine { border-left-color: var(--line-strong); }
</style>
