<script setup lang="ts">
import { Input } from 'ant-design-vue'
import { computed, reactive } from 'vue'
import type { Schemas } from '@/api/client'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import FieldNote from '@/ui/FieldNote.vue'
import PickOne from '@/ui/PickOne.vue'

/** Limits on a movement, as the surgeon's protocol or the clinician sets them; nothing goes past one. */
const props = defineProps<{ modelValue: Schemas['LimitIn'][]; standing: Schemas['LimitOut'][]; /** those of this complaint first */ movements: Schemas['MovementOut'][]; fields: Record<string, string> }>()
const emit = defineEmits<{ 'update:modelValue': [value: Schemas['LimitIn'][]] }>()
type Limit = Schemas['LimitIn']
const form = reactive<{ movement: string; side: Limit['side']; degrees: string; by: Limit['by'] }>({ movement: '', side: '', degrees: '', by: 'surgeon' })
const said = (movement: string) => movement.replaceAll('-', ' ')
const chosen = computed(() => props.movements.find((one) => one.movement === form.movement))
const fault = computed(() => {
  if (!form.degrees) return ''
  const value = Number(form.degrees)
  const { least, most } = chosen.value ?? { least: -60, most: 180 }
  return Number.isFinite(value) && value >= least && value <= most ? '' : `a limit of ${chosen.value ? said(chosen.value.movement) : 'a movement'} lies between ${least} and ${most} degrees`
})
const ready = computed(() => form.movement && form.degrees !== '' && !fault.value)
const words = (one: Schemas['LimitIn']) => `${one.movement.replaceAll('-', ' ')}${one.side && one.side !== 'both' ? `, ${one.side}` : ', both sides'}: not past ${one.degrees}°, ${one.by}`

function add(): void {
  if (!ready.value) return
  emit('update:modelValue', [...props.modelValue, { movement: form.movement, side: form.side, degrees: Number(form.degrees), by: form.by }])
  form.movement = form.degrees = ''
}
</script>

<template>
  <section class="limits" aria-label="Limits on movements">
    <h2>Limits</h2>
    <p v-for="one in standing.filter((limit) => limit.withdrawal_asked)" :key="words(one)" class="small clay">{{ words(one) }}: taking it out was asked for; it stays in force until a clinician confirms that.</p>
    <p v-for="(one, n) in modelValue" :key="n" class="limit"><strong>{{ words(one) }}</strong>
      <button type="button" class="act plain" :aria-label="`Take out ${words(one)}`" @click="emit('update:modelValue', modelValue.filter((_, i) => i !== n))">take out</button>
      <FieldNote :text="fields[`limits.${n}.degrees`] ?? fields[`limits.${n}.movement`]" />
    </p>
    <form @submit.prevent="add">
      <label class="small quiet">movement
        <PickOne v-model="form.movement" search class="movement" label="movement" placeholder="choose" :options="movements.map((one) => ({ value: one.movement, text: said(one.movement) }))" />
      </label>
      <label class="small quiet">degrees{{ chosen ? `, ${chosen.least} to ${chosen.most}` : '' }} <Input v-model:value="form.degrees" inputmode="text" :aria-invalid="!!fault" class="degrees" /></label>
      <ChoiceRow v-model="form.side" label="side" hide-label :options="[{ value: 'left', text: 'left' }, { value: 'right', text: 'right' }]" />
      <ChoiceRow v-model="form.by" keep label="set by" hide-label :options="[{ value: 'surgeon', text: 'surgeon' }, { value: 'clinician', text: 'clinician' }]" />
      <button class="act" :disabled="!ready">Add limit</button>
      <FieldNote :text="fault" />
    </form>
  </section>
</template>

<style scoped>
.limits { display: grid; gap: 0.3rem; }
h2 { font-size: 1.02rem; }
.limit { border-left: 3px solid var(--clay); padding-left: 0.6rem; display: flex; justify-content: space-between; align-items: center; flex-wrap: wrap; }
form { display: flex; flex-wrap: wrap; gap: 0.4rem; align-items: end; }
label { display: grid; }
.movement { width: 12rem; }
.degrees { width: 4.5rem; }
</style>
