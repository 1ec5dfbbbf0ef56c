<script setup lang="ts">
import { Input } from 'ant-design-vue'
import { ref } from 'vue'
import type { Schemas } from '@/api/client'
import DrillPicture from '@/ui/DrillPicture.vue'
import VerdictMark from '@/ui/VerdictMark.vue'
import { SHORTEST_REASON } from './usePlanDraft'

/** A drill that is not on the sheet: one sentence why or why not, and the one act there is. */
const props = defineProps<{ drill: Schemas['OtherDrill']; may: boolean; large?: boolean }>()
const emit = defineEmits<{ put: [reason: string]; why: [] }>()
const asking = ref(false)
const reason = ref('')

function put(): void {
  if (props.drill.standing === 'fits') emit('put', '')
  else asking.value = true
}

function give(): void {
  if (reason.value.trim().length < SHORTEST_REASON) return
  emit('put', reason.value.trim())
  asking.value = false
}
</script>

<template>
  <li :class="{ large }">
    <DrillPicture class="look" :picture="drill.picture" :side="drill.side" :place="drill.place" :pose="large ? 'start' : undefined" size="small" :alt="drill.alt" />
    <DrillPicture v-if="large" class="look" :picture="drill.picture" :side="drill.side" :place="drill.place" pose="end" size="small" alt="" />
    <button type="button" class="name" @click="emit('why')">
      <span><strong>{{ drill.title }}</strong><span v-if="large && drill.name !== drill.title" class="small quiet"> ({{ drill.name }})</span></span>
      <span class="small why" :class="drill.standing === 'refused' ? 'clay' : 'quiet'" :title="drill.why">{{ drill.standing === 'fits' && !large ? drill.needs[0]?.name : drill.why }}</span>
      <VerdictMark v-if="drill.verdict !== 'clear'" :verdict="drill.verdict" />
    </button>
    <button v-if="may && drill.standing !== 'refused'" type="button" class="act put" :aria-label="`Put ${drill.title} on${drill.standing === 'fits' ? '' : ', with a reason'}`" :aria-expanded="drill.standing === 'fits' ? undefined : asking" @click="put">{{ drill.standing === 'fits' ? 'Put on' : 'Reason' }}</button>
    <form v-if="asking" class="ask" @submit.prevent="give">
      <label :for="`why-${drill.drill}`" class="small">If you want it now, say why; it stays with the version.</label>
      <Input :id="`why-${drill.drill}`" v-model:value="reason" :maxlength="300" placeholder="at least ten letters" />
      <span><button class="act next" :disabled="reason.trim().length < SHORTEST_REASON">Put on, with this reason</button> <button type="button" class="act plain" @click="asking = false">leave</button></span>
    </form>
  </li>
</template>

<style scoped>
li { display: grid; grid-template-columns: 58px minmax(0, 1fr) auto; gap: 0.5rem; align-items: center; border-top: 1px solid var(--line); padding: 0.3rem 0; }
li.large { grid-template-columns: 96px 96px minmax(0, 1fr) auto; }
.look { border: 1px solid var(--line); border-radius: var(--corner); }
.name { display: grid; justify-items: start; text-align: left; border: 0; background: none; font: inherit; color: inherit; cursor: pointer; min-height: 44px; line-height: 1.2; padding: 0; align-content: center; }
.why::first-letter { text-transform: uppercase; }
.put { min-height: 36px; padding: 0 0.7rem; }
.ask { grid-column: 1 / -1; display: grid; gap: 0.3rem; border-left: 3px solid var(--ink); padding-left: 0.6rem; }
.ask .act { min-height: 36px; padding: 0 0.8rem; }
</style>
