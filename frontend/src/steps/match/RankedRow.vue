<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import DrillPicture from '@/ui/DrillPicture.vue'
import VerdictMark from '@/ui/VerdictMark.vue'
import { sidesWords } from '@/ui/sides'
import { minutesWords } from '@/ui/tape'
import FourParts from './FourParts.vue'
import type { Ticked } from './useSheetDraft'

/** One ranked drill: tick it, choose its method and sides, pin it, or bar it for this client. */
const props = defineProps<{
  drill: Schemas['RankedDrill']
  ticked?: Ticked
  line?: Schemas['SheetDrill']
  pinned: boolean
  may: boolean
}>()
const emit = defineEmits<{ tick: []; method: [id: string]; side: [side: string]; pin: []; bar: [reason: string]; why: [] }>()
const barring = ref(false)
const reason = ref('')
const place = computed(() => (props.drill.place === 'stand' ? 'standing' : props.drill.place))
const METHODS = computed(() => props.drill.methods.map((m) => ({ value: m.id, text: m.name.toLowerCase() })))
const SIDES = [{ value: 'left', text: 'left' }, { value: 'right', text: 'right' }, { value: 'both', text: 'both sides' }]

function bar(): void {
  emit('bar', reason.value.trim())
  barring.value = false
  reason.value = ''
}
</script>

<template>
  <li :class="{ kept: ticked }">
    <label class="tick">
      <input type="checkbox" :checked="!!ticked" :disabled="!may" @change="emit('tick')" />
      <span class="visually-hidden">keep {{ drill.title }}</span>
    </label>
    <DrillPicture class="look" :picture="drill.picture" :side="ticked && ticked.side !== 'both' ? ticked.side : drill.side" :place="drill.place" size="small" :alt="drill.alt" />
    <div class="main">
      <p><strong>{{ drill.title }}</strong> <span class="small quiet">{{ drill.name === drill.title ? '' : `${drill.name} · ` }}{{ drill.phase_word }}<template v-if="drill.side !== 'both'"> · {{ drill.side }}</template> · {{ place }}<template v-if="pinned"> · <b class="pinned">pinned</b></template></span></p>
      <p v-if="line" class="small">{{ sidesWords(line) }} · {{ minutesWords(line.seconds) }}</p>
      <div v-if="ticked" class="more">
        <ChoiceRow v-if="METHODS.length > 1" label="method" hide-label :options="METHODS" :model-value="ticked.method || line?.method" keep @update:model-value="(m) => emit('method', m)" />
        <ChoiceRow v-if="drill.side !== 'both'" label="sides" hide-label :options="SIDES" :model-value="ticked.side" keep @update:model-value="(s) => s && emit('side', s)" />
      </div>
      <form v-if="barring" class="more" @submit.prevent="bar">
        <label class="grow"><span class="visually-hidden">Why {{ drill.title }} is barred</span>
          <input v-model="reason" maxlength="400" placeholder="why not for this client?" @keydown.esc="barring = false" /></label>
        <button class="act stop" :disabled="!reason.trim()">Bar it</button>
        <button type="button" class="act plain" @click="barring = false">no</button>
      </form>
    </div>
    <FourParts :fit="drill.fit" :relief="drill.relief" :risk="drill.risk" :burden="drill.burden" :score="drill.score" />
    <button type="button" class="why" @click="emit('why')"><VerdictMark :verdict="drill.verdict" /><span class="small">why</span></button>
    <div v-if="may" class="own">
      <button type="button" class="small" :aria-pressed="pinned" @click="emit('pin')">{{ pinned ? 'unpin' : 'pin' }}<span class="visually-hidden"> {{ drill.title }}</span></button>
      <button type="button" class="small" :aria-expanded="barring" @click="barring = !barring">bar<span class="visually-hidden"> {{ drill.title }}</span></button>
    </div>
  </li>
</template>

<style scoped>
li { display: grid; grid-template-columns: 40px 92px minmax(0, 1fr) 204px 76px 80px; gap: 0.4rem; align-items: center; border-top: 1px solid var(--line); padding: 0.25rem 0; }
li.kept { background: var(--card); box-shadow: -4px 0 0 var(--river); }
.tick { display: grid; place-items: center; min-height: 44px; cursor: pointer; }
.tick input { width: 24px; height: 24px; accent-color: var(--river); }
.more { display: flex; gap: 0.5rem; flex-wrap: wrap; padding: 0.2rem 0 0.3rem; }
.grow { flex: 1; min-width: 10rem; }
.grow input { width: 100%; min-height: 44px; font: inherit; padding: 0 0.5rem; border: 1px solid var(--line-strong); border-radius: var(--corner); }
.pinned { color: var(--river); }
.why { display: grid; justify-items: start; border: 0; background: none; font: inherit; cursor: pointer; min-height: 44px; align-content: center; }
.why .small { color: var(--river); text-decoration: underline; }
.own { display: flex; }
.own button { min-height: 44px; min-width: 44px; border: 0; background: none; font: inherit; font-size: 0.875rem; color: var(--river); text-decoration: underline; cursor: pointer; }
@media (max-width: 700px) { li { grid-template-columns: 44px minmax(0, 1fr) 84px !important; } .look { grid-column: 2; width: 120px; } .main { grid-column: 2; } .own { grid-column: 2 / -1; } }
@media (max-width: 1000px) { li { grid-template-columns: 44px 92px minmax(0, 1fr) 84px 96px; } li > :nth-child(4) { display: none; } }
</style>
