import { ref, watch, type Ref } from 'vue'

/** A part of the shell that is folded or not, remembered on this device. */
function remembered(name: string, atFirst = 'no'): Ref<boolean> {
  const store = `easepath:folded:${name}`
  const folded = ref((localStorage.getItem(store) ?? atFirst) === 'yes')
  watch(folded, (now) => { localStorage.setItem(store, now ? 'yes' : 'no') })
  return folded
}

export const pathFolded = remembered('path')
export const sheetFolded = remembered('sheet')
/** the questions need the width; what they do to the drills stands beside them */
export const screenSheetFolded = remembered('sheet:screening', 'yes')
