<script setup lang="ts">
import { Checkbox } from 'ant-design-vue'
import type { Schemas } from '@/api/client'
import { shortDate } from '@/ui/dates'

/** What a brought file holds, line by line, with what each line becomes; what can be taken is chosen here. */
type Line = Schemas['ImportLine']
defineProps<{ lines: Line[]; take: ReadonlySet<number> }>()
const emit = defineEmits<{ toggle: [n: number] }>()

function becomes(line: Line): string {
  const at = [line.side, line.date && shortDate(line.date)].filter(Boolean).join(', ')
  switch (line.becomes) {
    case 'person': return 'the client'
    case 'story': return `words of the story${line.date ? `, since ${shortDate(line.date)}` : ''}`
    case 'medicine': return 'a medicine in the story'
    case 'note': return 'a word in the notes'
    case 'factor': return `background: ${line.name}${at ? `, ${at}` : ''} – to be confirmed`
    case 'reading': return `a reading${at ? `, ${at}` : ''}`
    default: return 'not taken in'
  }
}
</script>

<template>
  <table>
    <thead><tr><th scope="col" class="tick"><span class="visually-hidden">take it</span></th><th scope="col">what it says</th><th scope="col">what it becomes</th></tr></thead>
    <tbody>
      <tr v-for="line in lines" :key="line.n" :class="line.becomes">
        <td class="tick"><Checkbox v-if="line.becomes !== 'nothing'" :checked="line.becomes === 'person' || take.has(line.n)" :disabled="line.becomes === 'person'" :aria-label="`Take in: ${line.says}`" @change="emit('toggle', line.n)" /></td>
        <th scope="row">{{ line.says }}</th>
        <td>{{ becomes(line) }}<span v-if="line.why" class="small quiet"><br />{{ line.why }}</span></td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
table { border-collapse: collapse; width: 100%; }
th, td { text-align: left; font-weight: 400; padding: 0.35rem 0.8rem 0.35rem 0; border-bottom: 1px solid var(--line); vertical-align: top; overflow-wrap: anywhere; }
thead th { font-size: 0.86rem; color: var(--ink-2); }
tbody th { font-weight: 600; width: 45%; }
.tick { width: 2.2rem; }
.factor td { color: var(--clay-dark); }
.nothing th, .nothing td { font-weight: 400; color: var(--ink-2); }
</style>
