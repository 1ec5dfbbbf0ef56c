<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { pictureUrl } from './pictures'

/** One still drawing of a drill; when it cannot be had, its words stand in its place. */
const props = withDefaults(defineProps<{
  picture: string
  side: string
  pose?: string
  place?: string
  size?: 'small' | 'medium' | 'large'
  look?: 'screen' | 'print'
  alt: string
  eager?: boolean
}>(), { pose: 'end', place: undefined, size: 'medium', look: 'screen', eager: false })
const missing = ref(false)
const url = computed(() => pictureUrl({ picture: props.picture, side: props.side, pose: props.pose, place: props.place, size: props.size, style: props.look }))
watch(url, () => { missing.value = false })
</script>

<template>
  <img v-if="!missing" class="picture" :class="{ paper: look === 'print' }" :src="url" :alt="alt" width="400" height="300" :loading="eager ? 'eager' : 'lazy'" decoding="async" @error="missing = true" />
  <span v-else class="picture words small quiet" role="img" :aria-label="alt">{{ alt }}</span>
</template>

<style scoped>
.picture { display: block; width: 100%; height: auto; aspect-ratio: 4 / 3; background: var(--card); }
.paper { background: none; }
.words { display: grid; place-items: center; padding: 0.4rem; text-align: center; overflow: hidden; border: 1px dashed var(--line-strong); }
</style>
