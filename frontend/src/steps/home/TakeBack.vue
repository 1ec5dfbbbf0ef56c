<script setup lang="ts">
import { Popconfirm } from 'ant-design-vue'
import { computed, onUnmounted, ref } from 'vue'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import ProblemNote from '@/ui/ProblemNote.vue'

/** A version just handed over may be taken back as long as the server says; the button goes when the time is over. */
const props = defineProps<{ version: Schemas['VersionLine']; visit: number }>()
const emit = defineEmits<{ taken: [] }>()
const problem = ref<Problem | null>(null)
const now = ref(Date.now())
const began = Date.now()
const ticking = setInterval(() => { now.value = Date.now() }, 10_000)
onUnmounted(() => clearInterval(ticking))
const minutes = computed(() => Math.ceil((began + props.version.take_back_s * 1000 - now.value) / 60_000))

async function takeBack(): Promise<void> {
  const path = { visit: props.visit, number: props.version.number }
  const found = await outcome(clinic.POST('/api/visits/{visit}/versions/{number}/take-back', { params: { path } }))
  problem.value = found.ok ? null : found.problem
  if (found.ok) emit('taken')
}
</script>

<template>
  <span v-if="minutes > 0">
    <Popconfirm :title="`Version ${version.number - 1} runs again, as version ${version.number + 1}. What was shown is no longer there.`" ok-text="Take it back" cancel-text="Leave it" @confirm="takeBack">
      <button type="button" class="act">Take version {{ version.number }} back</button>
    </Popconfirm>
    <span class="small quiet"> while nobody has done it: {{ minutes === 1 ? 'one minute' : `${minutes} minutes` }} left</span>
    <ProblemNote :problem="problem" />
  </span>
</template>
