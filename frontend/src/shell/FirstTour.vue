<script setup lang="ts">
import { Tour } from 'ant-design-vue'
import { onBeforeUnmount, onMounted, ref } from 'vue'
import { pathFolded } from './folded'
import { tourAnswered, tourShown } from './tour'

/** The walk round the shell for whoever is here for the first time; it can be left at any stop. */
const at = ref(0)
pathFolded.value = false
const part = (name: string) => () => document.querySelector<HTMLElement>(`[data-tour="${name}"]`) ?? document.body
const STOPS = [
  { part: 'path', placement: 'rightTop', title: 'The path', description: 'A visit runs down this path. Each gate says in words what is open; any step can be opened at any time.' },
  { part: 'step', placement: 'center', title: 'The step', description: 'Everything is saved as you type, also when the network is gone. What nobody knows may stay open.' },
  { part: 'bar', placement: 'top', title: 'What is open, and the next act', description: 'On the left what still waits, each a link. On the right the one next act, and the hand-over, always in sight.' },
  { part: 'find', placement: 'bottomRight', title: 'Find anything', description: 'Ctrl and K finds people, drills, steps and background factors. The question mark shows the keys of a step.' },
] as const

function leave(): void {
  tourShown.value = false
  tourAnswered()
}

/** The library closes its walk by its cross alone. */
function onKey(event: KeyboardEvent): void {
  if (event.key === 'Escape') leave()
}
onMounted(() => { document.addEventListener('keydown', onKey) })
onBeforeUnmount(() => { document.removeEventListener('keydown', onKey) })
</script>

<template>
  <Tour :open="tourShown" :current="at" :steps="STOPS.map((stop) => ({ title: stop.title, description: stop.description, placement: stop.placement, target: stop.placement === 'center' ? () => null : part(stop.part) }))" @change="at = $event" @close="leave" @finish="leave" />
</template>
