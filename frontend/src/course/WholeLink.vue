<script setup lang="ts">
import type { Schemas } from '@/api/client'

/** Where how the whole goes is to be asked: not asked yet, or its weeks are over. Nothing where it is not due. */
defineProps<{ frame: Schemas['Frame'] }>()
</script>

<template>
  <p v-if="frame.whole_asked" class="small quiet">{{ frame.whole_asked === 'never' ? 'Own activities and usual pain were not asked yet, so nobody will see later whether it helped.' : 'It is time to ask again how the whole goes.' }}
    <RouterLink :to="`/course/${frame.complaint}#whole`">Ask {{ frame.client.first_name }} now</RouterLink></p>
</template>
