<script setup lang="ts">
import { Button, Input } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { useSession } from '@/app/session'
import { draftKey } from '@/ui/draftOwner'
import { newId } from '@/ui/newId'
import ProblemNote from '@/ui/ProblemNote.vue'
import { momentWords } from './moment'
import { WAY_WORDS } from './sentWords'
import { useReach } from './useReach'

/** Lines between the clinic and a client: what waits to be read first, then a line of one's own, then what was written. */
const props = defineProps<{ visit: number; name: string; /** a version was handed over: a line has a page to stand on */ handed: boolean; /** only what is new stands open */ folded?: boolean }>()
const { data, busy, problem, write, read } = useReach()
const session = useSession()
const kept = draftKey(`line:${props.visit}`)
/** the words with the id they will have: sent twice they are stored once */
const draft = ref({ id: newId(), words: '', ...(JSON.parse(localStorage.getItem(kept) ?? '{}') as object) })
watch(draft, (now) => {
  if (now.words.trim()) localStorage.setItem(kept, JSON.stringify(now))
  else localStorage.removeItem(kept)
}, { deep: true })
const may = computed(() => session.may('write-message'))
const shown = ref(4)
const unfolded = ref(!props.folded)
const opened = computed(() => unfolded.value || !!data.value?.unread)

/** What was read stays open, to be answered. */
async function hasRead(): Promise<void> {
  unfolded.value = true
  await read()
}

async function send(): Promise<void> {
  if (await write(draft.value.words.trim(), draft.value.id)) draft.value = { id: newId(), words: '' }
}
</script>

<template>
  <section v-if="data && (handed || data.messages.length)" class="lines" aria-label="Lines between the clinic and the client">
    <h2 v-if="opened">A line to {{ name }}</h2>
    <button v-else type="button" class="act plain" @click="unfolded = true">{{ data.messages.length ? `Lines between you and ${name}: ${data.messages.length}` : `Write a line to ${name}` }}</button>
    <div v-if="data.unread" class="new" role="status">
      <span><strong>{{ data.unread === 1 ? 'A new line' : `${data.unread} new lines` }} from {{ name }}.</strong></span>
      <Button v-if="may" :disabled="busy" @click="hasRead">I have read it</Button>
    </div>
    <form v-if="opened && may && handed" @submit.prevent="send">
      <Input.TextArea v-model:value="draft.words" :maxlength="600" :auto-size="{ minRows: 2, maxRows: 6 }" :aria-label="`A line to ${name}`" placeholder="Begin gently. The first two days may feel stiff; that is all right." />
      <span class="acts"><Button html-type="submit" :disabled="busy || !draft.words.trim()">Put it on {{ name }}’s first page</Button>
        <span class="small quiet">{{ data.told_by ? `${name} is told of it by ${WAY_WORDS[data.told_by]}, between ${data.quiet_until} and ${data.quiet_from}.` : `${name} reads it at the next look; no way to tell of it is agreed.` }}</span></span>
    </form>
    <ProblemNote :problem="problem" />
    <ul v-if="opened && data.messages.length" role="list">
      <li v-for="one in data.messages.slice(0, shown)" :key="one.id" :class="{ theirs: !one.by }">
        <span class="small quiet"><strong>{{ one.by || name }}</strong>, {{ momentWords(one.at) }} · {{ one.read_at ? (one.by ? `on the phone since ${momentWords(one.read_at)}` : 'read') : one.by ? 'not on the phone yet' : 'not read yet' }}</span>
        <p>{{ one.words }}</p>
        <p v-if="one.speaks_of.length" class="small"><strong>It speaks of:</strong> {{ one.speaks_of.join(' ') }} <RouterLink :to="`/visit/${visit}/screening`">Ask it in Screen</RouterLink></p>
      </li>
    </ul>
    <Button v-if="opened && data.messages.length > shown" type="text" size="small" @click="shown = data.messages.length">{{ data.messages.length - shown }} earlier</Button>
  </section>
</template>

<style scoped>
.lines { display: grid; gap: 0.5rem; justify-items: start; }
form, ul, .new { width: 100%; }
form { display: grid; gap: 0.4rem; }
.acts { display: flex; gap: 0.7rem; align-items: center; flex-wrap: wrap; }
.new { display: flex; gap: 1rem; justify-content: space-between; align-items: center; border-left: 4px solid var(--ink); padding: 0.3rem 0.7rem; background: var(--card); }
ul { list-style: none; margin: 0; padding: 0; display: grid; gap: 0.5rem; }
li { border-left: 3px solid var(--river); padding-left: 0.7rem; overflow-wrap: anywhere; }
li p { margin: 0; white-space: pre-line; }
li.theirs { border-left-color: var(--ink); }
</style>
