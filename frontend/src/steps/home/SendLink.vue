<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useReach } from '@/messages/useReach'
import { becameWords, WAY_WORDS } from '@/messages/sentWords'
import ProblemNote from '@/ui/ProblemNote.vue'

/** The private link by text message or mail: what is sent is made for that, and what became of the last stands here. */
defineProps<{ name: string; client: number }>()
const emit = defineEmits<{ sent: [] }>()
const { data, busy, problem, sendLink } = useReach()
const asked = ref<'text' | 'mail' | null>(null)
const last = computed(() => data.value?.sent.find(({ kind }) => kind === 'link'))

async function send(way: 'text' | 'mail'): Promise<void> {
  asked.value = way
  if (await sendLink(way)) emit('sent')
}
</script>

<template>
  <template v-if="data">
    <div class="acts">
      <Button v-if="data.telephone" type="primary" :loading="busy && asked === 'text'" :disabled="busy" @click="send('text')">Send a link to {{ data.telephone }}</Button>
      <Button v-if="data.email" :type="data.telephone ? 'default' : 'primary'" :loading="busy && asked === 'mail'" :disabled="busy" @click="send('mail')">Mail it to {{ data.email }}</Button>
      <slot />
    </div>
    <p v-if="!data.telephone && !data.email" class="small quiet">To send it, <RouterLink :to="`/person/${client}`">add {{ name }}’s telephone number or mail address</RouterLink>.</p>
    <p v-if="last" class="small" :class="last.fault ? 'clay' : 'quiet'" role="status">The last {{ WAY_WORDS[last.way] }} to {{ last.address }}: {{ becameWords(last) }}<template v-if="last.fault">. Its link was closed again; send it anew.</template></p>
    <ProblemNote :problem="problem" />
  </template>
</template>

<style scoped>
.acts { display: flex; gap: 0.5rem; flex-wrap: wrap; }
</style>
