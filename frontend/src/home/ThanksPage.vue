<script setup lang="ts">
import { computed } from 'vue'
import type { HomeSchemas } from '@/api/client'
import CallLink from './CallLink.vue'
import WeekDots from './WeekDots.vue'
import type { Post } from './outbox'
import { planned } from './week'
import { say } from './words'

/** After telling: that the clinic has it, or that it waits here; what it means; what comes next. */
const props = defineProps<{ sheet: HomeSchemas['HomeSheet']; post: Post; /** more pain than is allowed, or a sign */ stirred: boolean }>()
const emit = defineEmits<{ leave: [] }>()
const done = computed(() => props.sheet.days.find(({ date }) => date === props.sheet.today)?.done ?? 0)
const of = computed(() => planned(props.sheet, props.sheet.today))
</script>

<template>
  <section class="thanks">
    <h1>{{ say.thanks.title(sheet.first_name) }}</h1>
    <p role="status">{{ say.thanks.post[post] }} {{ stirred ? say.thanks.stirred : say.thanks.calm }}</p>
    <WeekDots :sheet="sheet" />
    <div class="card">
      <p v-if="done < of"><strong>{{ say.thanks.later }}</strong>: {{ say.thanks.laterWhy(done + 1, of) }}</p>
      <p><strong>{{ say.thanks.tomorrow }}</strong>: {{ say.thanks.tomorrowWhy }}</p>
    </div>
    <p class="quiet">{{ say.thanks.worse }} <CallLink :phone="sheet.clinic.phone" /></p>
    <button type="button" class="act next big" @click="emit('leave')">{{ say.thanks.go }}</button>
  </section>
</template>

<style scoped>
.thanks { display: grid; gap: 0.9rem; }
h1 { font-size: 1.9rem; }
.card { background: var(--card); border: 1px solid var(--line); border-radius: 10px; padding: 0.8rem 1rem; display: grid; gap: 0.4rem; }
.big { min-height: 56px; font-size: 1.15rem; border-radius: 8px; }
</style>
