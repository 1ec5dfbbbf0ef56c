<script setup lang="ts">
import { computed } from 'vue'
import type { Problem, Schemas } from '@/api/client'
import { useSession } from '@/app/session'
import ProblemNote from '@/ui/ProblemNote.vue'

/** What is open in the review, and the one act that ends it: it says what it makes and who sees it. */
const props = defineProps<{ review: Schemas['ReviewOut']; closed: boolean; busy: boolean; problem: Problem | null }>()
const emit = defineEmits<{ close: [] }>()
const session = useSession()
const waiting = computed(() => props.review.proposals.filter((one) => one.waits))
const changes = computed(() => props.review.proposals.some((one) => ['accept', 'change'].includes(one.decision)))
const words = computed(() => (changes.value ? `Make version ${props.review.version + 1} and show it to ${props.review.first_name}` : 'Close the review, nothing changes'))
</script>

<template>
  <Teleport to="#act-bar">
    <footer class="bar" aria-label="What is open, and the next act" data-tour="bar">
      <ProblemNote :problem="problem" />
      <p class="small">
        <strong>Open here:</strong>{{ ' ' }}
        <template v-if="waiting.length">{{ waiting.length }} to decide: {{ waiting.map((one) => one.title.toLowerCase()).join('; ') }}.</template>
        <template v-else-if="review.signs.length">{{ review.signs.length === 1 ? 'a sign waits' : `${review.signs.length} signs wait` }} for an answer; it stays open.</template>
        <template v-else>nothing.</template>
        <template v-if="review.next.unmet.length && changes">{{ ' ' }}<strong>Then not covered:</strong> {{ review.next.unmet.join('; ') }}.</template>
        <template v-else-if="changes && !waiting.length">{{ ' ' }}It is seen at once, and can be taken back for ten minutes.</template>
      </p>
      <p v-if="!session.may('decide-proposal')" class="small quiet">A clinician decides the proposals.</p>
      <button v-else class="act next" data-next :disabled="waiting.length > 0 || closed || busy" @click="emit('close')">{{ words }}</button>
    </footer>
  </Teleport>
</template>
