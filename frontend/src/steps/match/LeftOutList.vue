<script setup lang="ts">
import { Input } from 'ant-design-vue'
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import VerdictMark from '@/ui/VerdictMark.vue'

/** Everything that is not offered, with its reason; searched by name. */
const props = defineProps<{ leftOut: Schemas['LeftOutDrill'][] }>()
const emit = defineEmits<{ explain: [drill: Schemas['LeftOutDrill']] }>()
const search = ref('')
const open = ref(false)
const found = computed(() => {
  const text = search.value.trim().toLowerCase()
  const rows = text ? props.leftOut.filter((o) => `${o.title} ${o.name}`.toLowerCase().includes(text)) : props.leftOut.filter((o) => o.relevant)
  return rows.slice(0, 60)
})
const refused = computed(() => props.leftOut.filter((o) => o.rule === 'excluded').length)
</script>

<template>
  <section class="left-out" aria-label="Left out">
    <button type="button" class="head" :aria-expanded="open" @click="open = !open">
      <h2>Left out: {{ leftOut.length }}, {{ refused }} of them refused</h2>
      <span class="quiet">{{ open ? 'hide' : 'show, with reasons' }}</span>
    </button>
    <template v-if="open">
      <Input v-model:value="search" placeholder="find a drill by name" aria-label="Find a left-out drill by name" />
      <ul>
        <li v-for="o in found" :key="o.drill + o.side">
          <button type="button" @click="emit('explain', o)">
            <VerdictMark :verdict="o.verdict" />
            <span><strong>{{ o.title }}</strong> <span class="small quiet">{{ o.side === 'both' ? '' : o.side }}</span><br /><span class="small">{{ o.reason }}</span></span>
          </button>
        </li>
        <li v-if="!found.length" class="quiet small none">No drill of that name is left out.</li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
.left-out { margin-top: 1rem; border-top: 2px solid var(--line); }
.head { display: flex; justify-content: space-between; align-items: center; width: 100%; border: 0; background: none; font: inherit; min-height: 48px; cursor: pointer; text-align: left; }
.head h2 { font-size: 1.05rem; }
ul { list-style: none; margin: 0.3rem 0; padding: 0; columns: 2; column-gap: 1.2rem; }
li { break-inside: avoid; }
li button { display: grid; grid-template-columns: 6rem 1fr; gap: 0.4rem; text-align: left; width: 100%; border: 0; border-top: 1px solid var(--line); background: none; font: inherit; min-height: 44px; padding: 0.3rem 0; cursor: pointer; line-height: 1.25; }
@media (max-width: 700px) { ul { columns: 1; } }
.none { padding: 0.6rem 0; }
</style>
