<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { shortDate } from '@/ui/dates'
import AskOutcomes from './AskOutcomes.vue'
import { becameWords, pointsWords } from './outcomes'
import ScaleLine from './ScaleLine.vue'

/** What the client says of the whole: own activities, usual pain, the change since care began, each against its own error; and when it is asked again. */
const props = defineProps<{ outcomes: Schemas['OutcomesOut']; complaint: number; today: string; ended: boolean }>()
const emit = defineEmits<{ told: [outcomes: Schemas['OutcomesOut']] }>()
const asking = ref(false)
const scaleOf = (id: string) => props.outcomes.scales.find((one) => one.id === id)
const due = computed(() => props.outcomes.due !== null && props.outcomes.due <= props.today)
const weeks = computed(() => props.outcomes.every_days / 7)

function told(now: Schemas['OutcomesOut']): void {
  asking.value = false
  emit('told', now)
}
</script>

<template>
  <section id="whole" aria-label="What the client says of the whole">
    <div class="head">
      <h2>What the client says of the whole</h2>
      <span v-if="due" class="due">{{ outcomes.asked ? `due since ${shortDate(outcomes.due)}` : 'not asked yet' }}</span>
      <span v-else-if="outcomes.due" class="quiet small">asked again from {{ shortDate(outcomes.due) }} on{{ outcomes.activities.length ? ', on the phone too' : '' }}</span>
      <button v-if="!asking" type="button" class="act" :class="{ next: due }" @click="asking = true">Ask now</button>
    </div>
    <AskOutcomes v-if="asking" :outcomes="outcomes" :complaint="complaint" :today="today" :ended="ended" @told="told" @leave="asking = false" />
    <table v-if="outcomes.courses.length">
      <thead><tr><th scope="col">asked</th><th scope="col" class="drawn">over time</th><th scope="col">each time</th><th scope="col">first to last</th></tr></thead>
      <tbody>
        <tr v-for="one in outcomes.courses" :key="one.name" :class="{ one: one.scale === 'activities' && one.name !== scaleOf('activities')?.name }">
          <th scope="row">{{ one.name }}</th>
          <td class="drawn"><ScaleLine :course="one" :scale="scaleOf(one.scale)" /></td>
          <td class="small">{{ pointsWords(one, scaleOf(one.scale)?.words) }}</td>
          <td :class="one.change">{{ becameWords(one, scaleOf(one.scale)) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-else-if="!asking" class="empty quiet">Nothing was asked yet. Three activities of the client’s own, the usual pain and the change since the beginning say whether the program helps: asked at the start, every {{ weeks }} weeks, and at the end. Once the activities are named, the phone asks too.</p>
    <p v-if="outcomes.courses.length" class="small quiet">The band is the error of the scale about the first answer: what stays within it may be chance.</p>
  </section>
</template>

<style scoped>
.head { display: flex; gap: 1rem; align-items: baseline; flex-wrap: wrap; }
.head .act { margin-left: auto; }
.due { font-weight: 600; color: var(--clay-dark); }
table { border-collapse: collapse; width: 100%; margin-top: 0.4rem; }
th, td { text-align: left; font-weight: 400; padding: 0.3rem 0.8rem 0.3rem 0; border-bottom: 1px solid var(--line); vertical-align: middle; overflow-wrap: anywhere; }
thead th { font-size: 0.86rem; color: var(--ink-2); }
tbody th { font-weight: 600; }
.one th { font-weight: 400; padding-left: 1rem; }
.better { color: var(--river); font-weight: 600; }
.worse { color: var(--clay-dark); font-weight: 600; }
.empty { border: 1px dashed var(--line-strong); padding: 1rem; border-radius: 4px; }
@media (max-width: 700px) { .drawn { display: none; } }
@media print { .act { display: none; } }
</style>
