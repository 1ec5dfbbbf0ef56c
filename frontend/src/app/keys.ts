import { onBeforeUnmount, onMounted, ref, type Ref } from 'vue'

export interface PanelKey {
  key: string
  does: string
  run: () => void
}

const STORE = 'easepath:single-keys'
/** Single keys can be turned off for everybody who works with speech input. */
export const singleKeys = ref(localStorage.getItem(STORE) !== 'off')

export function setSingleKeys(on: boolean): void {
  singleKeys.value = on
  localStorage.setItem(STORE, on ? 'on' : 'off')
}

/** Single keys of a panel: they act only while the panel has the focus and never inside a field. */
export function usePanelKeys(panel: Ref<HTMLElement | null>, keys: () => PanelKey[]): { help: Ref<boolean>; keys: () => PanelKey[] } {
  const help = ref(false)

  function onKey(event: KeyboardEvent): void {
    if (!singleKeys.value || event.ctrlKey || event.metaKey || event.altKey) return
    const target = event.target as HTMLElement
    if (target.closest('input, textarea, select, [contenteditable], .strip') || !panel.value?.contains(target)) return
    if (event.key === '?') help.value = !help.value
    else {
      const found = keys().find((one) => one.key === event.key)
      if (!found) return
      found.run()
    }
    event.preventDefault()
  }

  onMounted(() => document.addEventListener('keydown', onKey))
  onBeforeUnmount(() => document.removeEventListener('keydown', onKey))
  return { help, keys }
}
