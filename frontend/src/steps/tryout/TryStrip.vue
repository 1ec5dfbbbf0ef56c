<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import DrillPicture from '@/ui/DrillPicture.vue'
import { shortGain } from './words'

/** The drills of the sheet in their order, and what else was tried: each side is one press. */
const props = defineProps<{ view: Schemas['TryOut']; tryouts: Schemas['TryoutIn'][]; current?: Schemas['TryoutIn'] }>()
const emit = defineEmits<{ take: [choice: Schemas['TryChoice'], side: Schemas['TrySide']] }>()
type Side = Schemas['TrySide']
const shown = computed(() => props.view.choices.filter((c) => c.ticked || props.tryouts.some((t) => t.drill === c.drill)))
const entryOf = (drill: string, side: Side) => props.tryouts.find((t) => t.drill === drill && t.side === side.side)
const triedOf = (drill: string, side: Side) => props.view.tried.find((t) => t.drill === drill && t.side === side.side)
const isHere = (drill: string, side: Side) => props.current?.drill === drill && props.current.side === side.side

function words(drill: string, side: Side): string {
  const entry = entryOf(drill, side)
  const name = side.side === 'both' ? '' : side.side
  if (!entry) return `try ${name}`.trim()
  const tried = triedOf(drill, side)
  const unit = props.view.retests.find((r) => r.id === entry.measure)?.unit ?? ''
  const told = tried?.dropped ? 'dropped' : shortGain(tried?.gain, unit) || (entry.symptom ? 'told' : 'trying')
  return name ? `${name}: ${told}` : told
}
</script>

<template>
  <ol class="strip" aria-label="The drills to try">
    <li v-for="(c, n) in shown" :key="c.drill" class="pick" :class="{ here: c.sides.some((s) => isHere(c.drill, s)), done: c.sides.some((s) => entryOf(c.drill, s)) }">
      <span class="small quiet">{{ c.ticked ? n + 1 : '+' }}</span>
      <DrillPicture :picture="c.picture" :side="c.sides[0]?.side ?? 'both'" size="small" alt="" />
      <span class="what">
        <span class="title">{{ c.title }}</span>
        <span class="sides">
          <button v-for="s in c.sides" :key="s.side" type="button" class="small" :class="{ clay: triedOf(c.drill, s)?.dropped }" :aria-current="isHere(c.drill, s) || undefined" @click="emit('take', c, s)">{{ words(c.drill, s) }}<span class="visually-hidden"> {{ c.title }}</span></button>
        </span>
      </span>
    </li>
  </ol>
</template>

<style scoped>
.strip { list-style: none; margin: 0; padding: 0; display: grid; grid-template-columns: repeat(auto-fill, minmax(14.5rem, 1fr)); gap: 0.2rem 0.4rem; }
.pick { display: grid; grid-template-columns: 1rem 54px minmax(0, 1fr); gap: 0.4rem; align-items: center; border-top: 3px solid var(--line); padding: 0.2rem 0.3rem; min-height: 62px; }
.pick.done { border-top-color: var(--river); }
.pick.here { background: var(--card); border-top-color: var(--ink); }
.title { font-weight: 600; font-size: 0.86rem; line-height: 1.15; display: -webkit-box; -webkit-box-orient: vertical; -webkit-line-clamp: 2; overflow: hidden; }
.sides { display: flex; gap: 0.9rem; flex-wrap: wrap; }
button { border: 0; background: none; padding: 0; min-height: 28px; font: inherit; font-size: 0.84rem; color: var(--river); text-decoration: underline; cursor: pointer; }
button[aria-current] { color: var(--ink); font-weight: 600; text-decoration: none; }
button.clay { color: var(--clay); }
</style>
