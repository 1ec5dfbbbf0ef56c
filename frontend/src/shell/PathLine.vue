<script setup lang="ts">
import { nextTick, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import type { Schemas } from '@/api/client'
import { pathFolded } from './folded'

/** The visit as a towpath with a lock gate at every step: leaves aside (done), meeting (waits here), barred (stopped), thin (not begun). */
defineProps<{ steps: Schemas['PathStep'][]; visit: number }>()
const route = useRoute()
const nav = ref<HTMLElement | null>(null)
/** On a narrow screen the path lies on its side: the step one is in stays in sight. */
watch(() => route.path, async () => {
  await nextTick()
  nav.value?.querySelector('.here')?.scrollIntoView({ inline: 'center', block: 'nearest' })
}, { immediate: true })
</script>

<template>
  <nav ref="nav" class="path" :class="{ folded: pathFolded }" aria-label="Steps of the visit">
    <ol data-tour="path">
      <li v-for="step in steps" :key="step.step" :class="step.state">
        <RouterLink :to="`/visit/${visit}/${step.step}`" active-class="here" :title="pathFolded ? `${step.name}, ${step.words}` : undefined">
          <svg viewBox="0 0 40 60" width="40" height="60" aria-hidden="true">
            <path v-if="step.state === 'open'" d="M14 22 L5 34 M26 22 L35 34" class="leaf" />
            <path v-else-if="step.state === 'waiting'" d="M14 22 L20 32 L26 22" class="leaf" />
            <path v-else-if="step.state === 'stopped'" d="M10 24 H30 M10 30 H30 M14 22 L20 34 L26 22" class="leaf stop" />
            <path v-else d="M14 22 L20 32 L26 22" class="leaf thin" />
          </svg>
          <span class="words">
            <span class="name">{{ step.name }}</span>
            <span class="state">{{ step.words }}</span>
          </span>
        </RouterLink>
      </li>
    </ol>
    <button type="button" class="fold small" :aria-expanded="!pathFolded" :aria-label="pathFolded ? 'Unfold the path' : 'Fold the path'" @click="pathFolded = !pathFolded">{{ pathFolded ? 'open' : 'fold' }}</button>
  </nav>
</template>

<style scoped>
ol { list-style: none; margin: 0; padding: 0; }
/* the two banks of the canal run through every step, however many lines its words take */
li { background: linear-gradient(#cfc7b6, #cfc7b6) 13px 0 / 2px 100% no-repeat, linear-gradient(#cfc7b6, #cfc7b6) 25px 0 / 2px 100% no-repeat; }
svg { flex: none; }
a { display: flex; align-items: flex-start; gap: 0.5rem; min-height: 60px; text-decoration: none; color: var(--ink); }
.words { display: grid; padding-top: 0.75rem; line-height: 1.25; }
.name { font-weight: 600; }
.fold { border: 0; background: none; font: inherit; font-size: 0.86rem; color: var(--river); cursor: pointer; min-height: 44px; min-width: 44px; text-align: left; padding: 0 0.2rem; }
.state { font-size: 0.86rem; color: var(--ink-2); }
.stopped .state { color: var(--clay); font-weight: 600; }
.here .name { color: var(--river); border-bottom: 2.5px solid var(--river); justify-self: start; }
.leaf { fill: none; stroke: var(--river); stroke-width: 3.2; stroke-linecap: round; }
.waiting .leaf { stroke: var(--ink); }
.leaf.stop { stroke: var(--clay); stroke-width: 2.4; }
.leaf.thin { stroke: #a9a294; stroke-width: 1.4; }
@media (min-width: 1001px) {
  .folded .words { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); }
  .folded .here { box-shadow: inset 4px 0 0 var(--river); }
}
@media (max-width: 1000px) {
  .fold { display: none; }
  ol { display: flex; overflow-x: auto; }
  li { flex: none; background: linear-gradient(#cfc7b6, #cfc7b6) 0 7px / 100% 2px no-repeat, linear-gradient(#cfc7b6, #cfc7b6) 0 17px / 100% 2px no-repeat; padding-right: 0.9rem; }
  a { min-height: 56px; }
  svg { display: none; }
  .words { padding: 24px 0 0 0.3rem; }
  .state { max-width: 8rem; white-space: nowrap; overflow: hidden; text-overflow: ellipsis; }
}
.later a { color: var(--ink-2); }
</style>
