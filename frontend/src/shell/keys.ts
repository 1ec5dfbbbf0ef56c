import { onBeforeUnmount, onMounted, ref, shallowRef, type Ref } from 'vue'

export interface PanelKey {
  key: string
  does: string
  run: () => void
}

const STORE = 'easepath:single-keys'
/** Single keys can be turned off for everybody who works with speech input. */
export const singleKeys = ref(localStorage.getItem(STORE) !== 'off')
/** The keys of the step that is open, for the help to list. */
export const stepKeys = shallowRef<PanelKey[]>([])

export function setSingleKeys(on: boolean): void {
  singleKeys.value = on
  localStorage.setItem(STORE, on ? 'on' : 'off')
}

/** Whether a key typed there is a character of a field, or moves inside a part that has keys of its own. */
export function inField(target: EventTarget | null): boolean {
  return target instanceof Element && !!target.closest('input, textarea, select, [contenteditable], .strip, .ant-modal, .ant-drawer')
}

/** Single keys of a panel: they act only while the panel has the focus and never inside a field. */
export function usePanelKeys(panel: Ref<HTMLElement | null>, keys: () => PanelKey[]): void {
  function onKey(event: KeyboardEvent): void {
    if (!singleKeys.value || event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey) return
    if (inField(event.target) || !panel.value?.contains(event.target as Node)) return
    const found = keys().find((one) => one.key === event.key)
    if (!found) return
    found.run()
    event.preventDefault()
  }

  onMounted(() => {
    stepKeys.value = keys()
    document.addEventListener('keydown', onKey)
  })
  onBeforeUnmount(() => {
    stepKeys.value = []
    document.removeEventListener('keydown', onKey)
  })
}
