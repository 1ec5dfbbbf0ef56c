<script setup lang="ts">
import { Popover } from 'ant-design-vue'
import { computed, onBeforeUnmount, onMounted, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { useSession } from '@/app/session'
import { shortDate } from '@/ui/dates'
import { draftsWaiting } from '@/ui/draftOwner'

/** Who this is about, in one line that never wraps; what does not fit is in what opens on it. */
const props = defineProps<{ frame: Schemas['Frame'] | undefined; closing: boolean }>()
const emit = defineEmits<{ find: []; help: []; closeVisit: [] }>()
const session = useSession()
const away = ref(!navigator.onLine)
const look = () => { away.value = !navigator.onLine }
onMounted(() => { for (const name of ['online', 'offline']) window.addEventListener(name, look) })
onBeforeUnmount(() => { for (const name of ['online', 'offline']) window.removeEventListener(name, look) })

const sideWords = computed(() => (props.frame?.side === 'both' ? 'both sides' : (props.frame?.side ?? '')))
const about = computed(() => {
  const frame = props.frame
  if (!frame) return []
  return [[frame.client.age, frame.client.trade].filter(Boolean).join(', '), [frame.condition, sideWords.value].filter(Boolean).join(', '), frame.since ? `since ${shortDate(frame.since)}` : ''].filter(Boolean)
})
const stopped = computed(() => ['hold', 'refer', 'emergency'].includes(props.frame?.outcome ?? ''))
</script>

<template>
  <header>
    <RouterLink to="/" class="brand">Ease Path</RouterLink>
    <template v-if="frame">
      <Popover placement="bottomLeft" :trigger="['hover', 'focus']">
        <template #content>
          <p v-for="line in [frame.client.name, ...about]" :key="line">{{ line }}</p>
          <p v-for="line in frame.irritability_reasons" :key="line" class="small quiet">{{ line }}</p>
          <p class="small quiet">visit {{ frame.number }}, {{ session.me?.name }}</p>
        </template>
        <p class="who"><RouterLink class="name" :to="`/person/${frame.client.id}`"><strong>{{ frame.client.name }}</strong></RouterLink> {{ about.join(' · ') }}</p>
      </Popover>
      <template v-if="!frame.fault">
        <p class="tag">irritability {{ frame.irritability_open.length ? 'not known yet' : frame.irritability }}</p>
        <p class="tag" :class="{ stop: frame.refused || stopped }">{{ stopped ? `screen: ${frame.outcome_words}` : `${frame.refused} refused, ${frame.changed} changed` }}<span v-if="!stopped" class="visually-hidden"> drills</span></p>
      </template>
      <p v-if="away" class="tag stop">no network: {{ draftsWaiting() ? 'kept on this device' : 'what you type is kept on this device' }}</p>
    </template>
    <span class="right">
      <button type="button" class="act plain small" data-tour="find" aria-keyshortcuts="Control+K" @click="emit('find')">Find</button>
      <button v-if="frame" type="button" class="act plain small" aria-label="Help and keys of this step" @click="emit('help')">?</button>
      <span v-if="frame" class="small quiet visit">visit {{ frame.number }}{{ frame.closed ? ', closed' : '' }}</span>
      <button v-if="frame && !frame.closed && session.may('open-visit')" class="act plain small" :aria-expanded="closing" @click="emit('closeVisit')">Close the visit</button>
    </span>
  </header>
</template>

<style scoped>
header { display: flex; align-items: center; gap: 0.9rem; padding: 0 1.1rem; height: 48px; background: var(--card); border-bottom: 1px solid var(--line); white-space: nowrap; }
.brand { font-family: var(--serif); font-weight: 600; font-size: 1.15rem; color: var(--river); text-decoration: none; min-height: 44px; display: inline-flex; align-items: center; flex: none; }
.name { color: inherit; text-underline-offset: 3px; }
.who { min-width: 0; flex: 0 1 auto; overflow: hidden; text-overflow: ellipsis; }
.tag { border-left: 3px solid var(--river); padding-left: 0.5rem; font-size: 0.9rem; flex: none; }
.tag.stop { border-color: var(--clay); color: var(--clay); }
.right { margin-left: auto; display: flex; align-items: center; flex: none; }
.right .act { padding: 0 0.6rem; }
.visit { padding: 0 0.4rem; }
@media (max-width: 1000px) { header { padding: 0 0.6rem; gap: 0.6rem; } .visit { display: none; } }
@media (max-width: 700px) { .tag:not(.stop) { display: none; } .brand { font-size: 1rem; } .right .act { padding: 0 0.35rem; } }
</style>
