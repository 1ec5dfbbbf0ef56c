<script setup lang="ts">
import { computed } from 'vue'
import type { HomeSchemas } from '@/api/client'
import PainLine from './PainLine.vue'
import WeekDots from './WeekDots.vue'
import { say } from './words'

/** How it went: the week, the worst pain in a session, the mornings. */
const props = defineProps<{ sheet: HomeSchemas['HomeSheet'] }>()
const worst = computed(() => props.sheet.days.map(({ date, worst: pain }) => ({ date, pain })))
const mornings = computed(() => props.sheet.days.map(({ date, morning: pain }) => ({ date, pain })))
</script>

<template>
  <section class="course" :aria-label="say.course.title">
    <h1>{{ say.course.title }}</h1>
    <WeekDots :sheet="sheet" />
    <PainLine :title="say.course.worst" :days="worst" />
    <PainLine :title="say.course.mornings" :days="mornings" />
  </section>
</template>

<style scoped>.course { display: grid; gap: 0.9rem; }</style>
