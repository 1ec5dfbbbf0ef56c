import { ref, watch, type Ref } from 'vue'

/** A part of the shell that is folded or not, remembered on this device. */
function remembered(name: string): Ref<boolean> {
  const store = `easepath:folded:${name}`
  const folded = ref(localStorage.getItem(store) === 'yes')
  watch(folded, (now) => { localStorage.setItem(store, now ? 'yes' : 'no') })
  return folded
}

export const pathFolded = remembered('path')
export const sheetFolded = remembered('sheet')
