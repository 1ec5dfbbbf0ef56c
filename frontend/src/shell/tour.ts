import { ref } from 'vue'

const STORE = 'easepath:tour'
/** Whether the walk is going on. */
export const tourShown = ref(false)
/** Whether it is offered: until somebody on this device has taken it or said no. */
export const tourOffered = ref(localStorage.getItem(STORE) !== 'answered')

export function tourAnswered(): void {
  tourOffered.value = false
  localStorage.setItem(STORE, 'answered')
}
