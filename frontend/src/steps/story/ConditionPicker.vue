<script setup lang="ts">
import { Input } from 'ant-design-vue'
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { rankConditions } from './rankConditions'

/** The complaint by name: the words the client used put the likeliest first; the clinician picks. */
const props = defineProps<{ modelValue?: string; words: string; conditions: Schemas['ConditionOut'][]; note?: string }>()
const emit = defineEmits<{ 'update:modelValue': [value: string] }>()
const search = ref('')
const open = ref(false)
const chosen = computed(() => props.conditions.find((one) => one.id === props.modelValue))
const ranked = computed(() => rankConditions(props.conditions, search.value || props.words).slice(0, 8))

function pick(id: string): void {
  emit('update:modelValue', id)
  open.value = false
  search.value = ''
}
</script>

<template>
  <div class="picker">
    <span class="label" id="condition-label">Complaint</span>
    <p v-if="chosen && !open" class="chosen">
      <strong>{{ chosen.name }}</strong>
      <button type="button" class="act plain" @click="open = true">change</button>
    </p>
    <template v-else>
      <Input v-model:value="search" placeholder="find a complaint" aria-labelledby="condition-label" name="condition" />
      <ul>
        <li v-for="one in ranked" :key="one.id">
          <button type="button" @click="pick(one.id)">{{ one.name }} <span class="quiet small">{{ one.region.replace('-', ' ') }}</span></button>
        </li>
      </ul>
    </template>
    <p v-if="note" class="clay small" role="alert"><strong>{{ note }}</strong></p>
  </div>
</template>

<style scoped>
.picker { display: grid; gap: 0.1rem; }
.label { font-size: 0.9rem; color: var(--ink-2); }
.chosen { display: flex; align-items: center; gap: 0.6rem; }
.chosen strong { font-family: var(--serif); font-size: 1.1rem; }
ul { list-style: none; margin: 0.3rem 0 0; padding: 0; max-height: 14rem; overflow: auto; border: 1px solid var(--line); border-radius: var(--corner); background: var(--card); }
li button { width: 100%; text-align: left; border: 0; background: none; font: inherit; min-height: 44px; padding: 0 0.7rem; cursor: pointer; }
li button:hover { background: var(--river-soft); }
</style>
