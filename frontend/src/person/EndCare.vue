<script setup lang="ts">
import { Checkbox, Textarea } from 'ant-design-vue'
import { ref } from 'vue'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import FieldNote from '@/ui/FieldNote.vue'
import ProblemNote from '@/ui/ProblemNote.vue'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import { ENDINGS } from './words'

/** How care for one complaint ends: as what, in words, and whether the client goes on with the sheet. */
const props = defineProps<{ complaint: Schemas['ComplaintOut']; firstName: string }>()
const emit = defineEmits<{ ended: [person: Schemas['PersonOut']]; cancel: [] }>()
const as = ref<Schemas['EndIn']['ended_as'] | null>(null)
const note = ref('')
const keep = ref(false)
const problem = ref<Problem | null>(null)

async function end(): Promise<void> {
  if (!as.value) return
  const body = { ended_as: as.value, note: note.value, keep_sheet: keep.value }
  const found = await outcome(clinic.POST('/api/complaints/{complaint}/end', { params: { path: { complaint: props.complaint.id } }, body }))
  problem.value = found.ok ? null : found.problem
  if (found.ok) emit('ended', found.data)
}
</script>

<template>
  <form @submit.prevent="end">
    <ChoiceRow v-model="as" label="How it ended" :options="ENDINGS" />
    <FieldNote :text="problem?.fields?.ended_as" />
    <label>What {{ firstName }} goes on with, or why it ends<Textarea v-model:value="note" name="ended-note" :rows="2" :maxlength="400" /></label>
    <Checkbox v-if="complaint.links" v-model:checked="keep">{{ firstName }} keeps the sheet on the phone</Checkbox>
    <ProblemNote :problem="problem" :beside="['ended_as']" />
    <p class="acts"><button class="act next" :disabled="!as">End care for this complaint</button><button type="button" class="act plain" @click="emit('cancel')">not yet</button>
      <span class="small quiet">The open visit is closed as it stands{{ complaint.links && !keep ? ', and the private link is closed' : '' }}. It can be taken up again.</span></p>
  </form>
</template>

<style scoped>
form { display: grid; gap: 0.5rem; border-top: 1px solid var(--line); padding-top: 0.5rem; }
label { display: grid; gap: 0.1rem; }
.acts { display: flex; gap: 0.6rem; align-items: center; flex-wrap: wrap; }
</style>
