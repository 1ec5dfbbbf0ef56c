<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { readable, shortDate } from '@/ui/dates'
import RippleLine from '@/ui/RippleLine.vue'

/** Each drill on each side with its responses; the one chosen is drawn above. */
defineProps<{ drills: Schemas['DrillResponse'][]; chosen: Schemas['DrillResponse'] | undefined }>()
const emit = defineEmits<{ choose: [drill: Schemas['DrillResponse']]; explain: [drill: Schemas['DrillResponse']] }>()
</script>

<template>
  <table class="drills">
    <caption class="visually-hidden">Responses of each drill</caption>
    <thead><tr><th>drill</th><th>responses, oldest first</th><th>pain allowed</th><th>at this dose</th><th><span class="visually-hidden">its course</span></th></tr></thead>
    <tbody>
      <tr v-for="d in drills" :key="d.drill + d.side" :class="{ chosen: d === chosen }">
        <th scope="row"><button type="button" class="name" :aria-pressed="d === chosen" @click="emit('choose', d)">{{ d.title }}<template v-if="d.side !== 'both'">, {{ d.side }}</template></button></th>
        <td><RippleLine :kinds="d.ripples" words /><span v-if="d.ripples.length && d.ripples.at(-1)?.kind !== 'calm'" class="small quiet"><br />{{ readable(d.why) }}</span></td>
        <td>up to {{ d.limit }} of 10<br /><span class="small quiet">{{ d.method.toLowerCase() }}</span></td>
        <td>{{ d.counted === 1 ? '1 session' : `${d.counted} sessions` }}<template v-if="d.since"><br /><span class="small quiet">since {{ shortDate(d.since) }}</span></template></td>
        <td><button type="button" class="link" @click="emit('explain', d)">why<span class="visually-hidden"> {{ d.title }}</span></button></td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
table { border-collapse: collapse; width: 100%; }
th, td { text-align: left; vertical-align: top; padding: 0.35rem 0.7rem 0.35rem 0; border-top: 1px solid var(--line); font-weight: 400; }
thead th { border: 0; color: var(--ink-2); font-size: 0.8rem; }
.chosen > * { background: var(--card); }
.name, .link { border: 0; background: none; font: inherit; color: var(--river); text-decoration: underline; min-height: 36px; min-width: 44px; cursor: pointer; text-align: left; padding: 0; }
.name { font-weight: 600; padding-left: 0.5rem; }
.chosen .name { color: var(--ink); text-decoration: none; }
@media (max-width: 700px) {
  thead { display: none; }
  tr { display: block; border-top: 1px solid var(--line); padding: 0.3rem 0; }
  tr > * { display: block; border: 0; padding: 0.1rem 0; }
}
</style>
