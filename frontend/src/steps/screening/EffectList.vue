<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import VerdictMark from '@/ui/VerdictMark.vue'

/** What the screen does to the library, by the reason that does it. */
const props = defineProps<{ effects: Schemas['EffectGroup'][]; version: string }>()
const opened = ref<number | null>(null)
const sums = computed(() => {
  const of = (verdict: string) => new Set(props.effects.filter((e) => e.verdict === verdict).flatMap((e) => e.drills)).size
  return { exclude: of('exclude'), modify: of('modify'), caution: of('caution') }
})
</script>

<template>
  <section aria-label="What this does to the drills" class="effects">
    <h2>Refuses {{ sums.exclude }}, changes {{ sums.modify }}, cautions {{ sums.caution }}</h2>
    <ul>
      <li v-for="(effect, index) in effects" :key="effect.why + effect.verdict">
        <button type="button" :aria-expanded="opened === index" @click="opened = opened === index ? null : index">
          <VerdictMark :verdict="effect.verdict" /> <strong>{{ effect.count }}</strong>
          <span class="why">{{ effect.why }}</span>
        </button>
        <p v-if="opened === index" class="small quiet drills">{{ effect.drills.join(', ') }}. Knowledge {{ version }}.</p>
      </li>
    </ul>
    <p v-if="!effects.length" class="quiet small">No factor changes any drill.</p>
  </section>
</template>

<style scoped>
.effects h2 { font-size: 1.02rem; }
ul { list-style: none; margin: 0.3rem 0 0; padding: 0; }
li button { width: 100%; display: grid; grid-template-columns: 5.6rem 2rem 1fr; gap: 0.4rem; align-items: center; text-align: left; border: 0; border-top: 1px solid var(--line); background: none; font: inherit; min-height: 44px; cursor: pointer; }
li button:hover { background: var(--card); }
.why { font-size: 0.9rem; line-height: 1.2; }
.drills { padding: 0 0 0.5rem 0.4rem; }
</style>
