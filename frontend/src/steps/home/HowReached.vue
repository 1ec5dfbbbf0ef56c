<script setup lang="ts">
import { Button, Popconfirm } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import type { Schemas } from '@/api/client'
import { useSession } from '@/app/session'
import { useReach } from '@/messages/useReach'
import DayBox from '@/ui/DayBox.vue'
import FieldNote from '@/ui/FieldNote.vue'
import HourBox from '@/ui/HourBox.vue'
import PickOne from '@/ui/PickOne.vue'
import ProblemNote from '@/ui/ProblemNote.vue'

/** The next visit with its hour, how the client is told of what is new, and when a due session is called to mind. */
defineProps<{ name: string; client: number }>()
const { data, busy, problem, remind, agree } = useReach()
const session = useSession()
const day = ref<string | null>(null)
const hour = ref('')
const times = ref<string[]>([])
const way = ref<Schemas['ReachOut']['told_by']>('')
watch(data, (now) => {
  if (!now) return
  day.value = now.visit_on
  hour.value = now.visit_at
  times.value = [...now.remind_at]
  way.value = now.told_by
}, { immediate: true })
const FIRST = ['07:30', '18:00', '12:30', '15:00', '09:00', '20:00']
const ways = computed(() => [
  ...(data.value?.telephone ? [{ value: 'text' as const, text: `text message to ${data.value.telephone}` }] : []),
  ...(data.value?.email ? [{ value: 'mail' as const, text: `mail to ${data.value.email}` }] : []),
])
const visitChanged = computed(() => !!data.value && (day.value !== data.value.visit_on || hour.value !== data.value.visit_at))
const told = computed(() => [...new Set(times.value.filter(Boolean))].sort())
const remindersChanged = computed(() => !!data.value && (way.value !== data.value.told_by || told.value.join() !== [...data.value.remind_at].sort().join()))
const quiet = computed(() => (data.value ? told.value.filter((one) => one < data.value!.quiet_until || one >= data.value!.quiet_from) : []))

function another(): void {
  times.value = [...times.value, FIRST.find((one) => !times.value.includes(one)) ?? '10:00']
}

async function leave(): Promise<void> {
  if (await agree(null, null)) hour.value = ''
}
</script>

<template>
  <section v-if="data" class="reached" aria-label="Next visit and reminders">
    <h2>Next visit and reminders</h2>
    <form class="row" @submit.prevent="agree(day, hour || null)">
      <label class="small quiet">day <DayBox id="next-visit" v-model="day" label="day of the next visit" placeholder="no day yet" :invalid="!!problem?.fields?.visit_on" /></label>
      <label class="small quiet">hour <HourBox v-model="hour" label="hour of the next visit" :disabled="!day" :invalid="!!problem?.fields?.visit_at" /></label>
      <Button v-if="visitChanged" type="primary" html-type="submit" :disabled="busy">{{ data.visit_on ? 'Change the visit' : 'Agree on it' }}</Button>
      <Popconfirm v-else-if="data.visit_on" title="There is no next visit then; it goes from the phone and the calendar." ok-text="No visit" cancel-text="Leave it" @confirm="leave"><Button type="text">take the visit away</Button></Popconfirm>
      <span v-if="data.visit_on && !visitChanged" class="small quiet">It stands on {{ name }}’s phone, on the paper and in the calendar file that the phone offers.</span>
    </form>
    <FieldNote :text="problem?.fields?.visit_on ?? problem?.fields?.visit_at" />
    <p v-if="!ways.length" class="small quiet">The record has no telephone number and no mail address, so nothing can be sent. <RouterLink :to="`/person/${client}`">Add one on the person page.</RouterLink></p>
    <form v-else class="row" @submit.prevent="remind(way, told)">
      <span class="small quiet told">told of new things by <PickOne v-model="way" label="told of new things by" clearable placeholder="nothing is sent" :disabled="!session.may('manage-link')" :options="ways" /></span>
      <template v-if="way">
        <label v-for="(time, n) in times" :key="n" class="small quiet">reminder {{ n + 1 }} <span class="one"><HourBox :label="`reminder ${n + 1}`" :model-value="time" :disabled="!session.may('manage-link')" @update:model-value="times[n] = $event" /><Button type="text" size="small" :aria-label="`no reminder at ${time}`" @click="times.splice(n, 1)">×</Button></span></label>
        <Button v-if="times.length < 6 && session.may('manage-link')" @click="another">{{ times.length ? 'another time' : 'remind of a session at …' }}</Button>
      </template>
      <Button v-if="remindersChanged" type="primary" html-type="submit" :disabled="busy">Keep it so</Button>
    </form>
    <FieldNote :text="problem?.fields?.told_by ?? problem?.fields?.remind_at" />
    <p v-if="quiet.length" class="small clay">Nothing is sent between {{ data.quiet_from }} and {{ data.quiet_until }}: {{ quiet.join(', ') }} would be left out.</p>
    <p v-else-if="way && told.length" class="small quiet">Only where a session is due and not done yet; never while {{ name }} rests. The visit is called to mind on the afternoon before.</p>
    <ProblemNote :problem="problem" :beside="['visit_on', 'visit_at', 'told_by', 'remind_at']" />
  </section>
</template>

<style scoped>
.reached { display: grid; gap: 0.5rem; }
.row { display: flex; gap: 0.7rem; align-items: end; flex-wrap: wrap; }
.row label, .told { display: grid; }
.row :deep(.ant-picker) { width: 9.5rem; }
.row .one :deep(.ant-picker), .row label:nth-child(2) :deep(.ant-picker) { width: 6.5rem; }
.told :deep(.ant-select) { min-width: 17rem; }
.one { display: flex; align-items: center; }
</style>
