import { ref, watch, type Ref } from 'vue'

/** Milliseconds without a change after which somebody has stopped typing. */
const REST = 300

/** A value that follows another once it has stayed the same for a while: so that not every letter asks the clinic. */
export function useSettled<T>(source: () => T): Ref<T> {
  const settled = ref(source()) as Ref<T>
  let timer: ReturnType<typeof setTimeout> | undefined
  watch(source, (now) => {
    clearTimeout(timer)
    timer = setTimeout(() => { settled.value = now }, REST)
  })
  return settled
}
