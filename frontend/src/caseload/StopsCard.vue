<script setup lang="ts">
import { computed } from 'vue'
import { shortDate } from '@/ui/dates'
import { stops, type Line } from './people'
import { callAddress } from '@/ui/telephone'

/** Who told of a stop sign that nobody has answered: whom to call first, on which number. */
const props = defineProps<{ lines: Line[]; today: string; may: boolean }>()
const emit = defineEmits<{ answer: [line: Line] }>()
const found = computed(() => stops(props.lines))
const when = (at: string, date: string): string => (date === props.today && at ? new Date(at.replace(' ', 'T')).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' }) : shortDate(date))
</script>

<template>
  <section v-if="found.length" class="stop-box stops" aria-label="Stopped: call first">
    <h2>Stopped: call first</h2>
    <ul>
      <li v-for="one in found" :key="`${one.line.complaint}-${one.sign.drill}-${one.sign.at}`">
        <span class="when">{{ when(one.sign.at, one.sign.date) }}</span>
        <span><strong>{{ one.line.name }}</strong> {{ one.sign.words }}<template v-if="one.sign.pain !== null">, {{ one.sign.pain }} of 10</template>, in <strong>{{ one.sign.drill }}</strong></span>
        <span v-if="one.line.telephone" class="number">{{ one.line.telephone }}</span>
        <span v-else class="small">no telephone number is kept</span>
        <a v-if="one.line.telephone" class="act call" :href="callAddress(one.line.telephone)">Call<span class="visually-hidden"> {{ one.line.name }}</span></a>
        <span v-else />
        <button v-if="may" type="button" class="act call" @click="emit('answer', one.line)">Answer<span class="visually-hidden"> {{ one.sign.words }} of {{ one.line.name }}</span></button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.stops { padding: 0.4rem 1rem; }
h2 { font-size: 1rem; margin: 0.2rem 0; }
ul { list-style: none; margin: 0; padding: 0; }
li { display: grid; grid-template-columns: 5.5rem minmax(0, 1fr) auto auto auto; gap: 0.9rem; align-items: center; min-height: 44px; border-top: 1px solid var(--clay); }
.when, .number { font-weight: 600; white-space: nowrap; }
.call { min-height: 36px; padding: 0 0.9rem; display: grid; place-items: center; color: var(--clay-dark); border-color: var(--clay); text-decoration: none; background: var(--card); }
@media (max-width: 800px) { li { grid-template-columns: 1fr auto; padding: 0.4rem 0; } }
</style>
