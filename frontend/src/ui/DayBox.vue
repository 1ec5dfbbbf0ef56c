<script setup lang="ts">
import { DatePicker } from 'ant-design-vue'
import { nextTick, useId } from 'vue'
import 'dayjs/locale/en-gb'
import locale from 'ant-design-vue/es/date-picker/locale/en_GB'

/** A day, typed in any usual way or picked; null is not known. */
defineProps<{ id: string; label: string; modelValue: string | null; latest?: string; invalid?: boolean; placeholder?: string }>()
const emit = defineEmits<{ 'update:modelValue': [day: string | null] }>()
const FORMATS = ['D MMM YYYY', 'YYYY-MM-DD', 'DDMMYYYY', 'D.M.YYYY', 'D/M/YYYY', 'D M YYYY', 'D-M-YYYY']
const root = `day-${useId()}`
const BUTTONS = { 'super-prev': 'a year back', prev: 'a month back', next: 'a month on', 'super-next': 'a year on' }

/** The library gives the arrows of its calendar no name. */
async function mend(open: boolean): Promise<void> {
  if (!open) return
  await nextTick()
  for (const [name, says] of Object.entries(BUTTONS)) document.querySelector(`.${root} .ant-picker-header-${name}-btn`)?.setAttribute('aria-label', says)
}
</script>

<template>
  <DatePicker :id="id" :aria-label="label" :value="modelValue || undefined" :format="FORMATS" value-format="YYYY-MM-DD" :locale="locale" :status="invalid ? 'error' : ''" :disabled-date="latest ? (day) => day.format('YYYY-MM-DD') > latest! : undefined" :dropdown-class-name="root" :placeholder="placeholder ?? 'day month year'" @open-change="mend" autocomplete="off" @change="emit('update:modelValue', typeof $event === 'string' && $event ? $event : null)" />
</template>
