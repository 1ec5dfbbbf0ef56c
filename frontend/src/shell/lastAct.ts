import { computed, shallowRef, type Ref } from 'vue'

/** What a step can take back: the last change of its draft. */
export interface Takeback {
  undoable: Ref<boolean>
  undo: () => void
}

const open = shallowRef<Takeback[]>([])

/** The last act of the step that is open, where one can be taken back. */
export const lastAct = computed(() => [...open.value].reverse().find((one) => one.undoable.value))

/** Offer what a step can take back as long as it is open; the answer withdraws the offer. */
export function offerUndo(one: Takeback): () => void {
  open.value = [...open.value, one]
  return () => { open.value = open.value.filter((other) => other !== one) }
}
