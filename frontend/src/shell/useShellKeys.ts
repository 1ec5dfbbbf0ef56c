import { onBeforeUnmount, onMounted } from 'vue'
import type { Schemas } from '@/api/client'
import { inField, singleKeys } from './keys'

export interface ShellKeys {
  steps: () => readonly Schemas['PathStep'][]
  goTo: (step: string) => void
  help: () => void
}

/** The keys of the shell: Ctrl Enter is the next act, "g" and a number goes to a step, "?" is the help. */
export function useShellKeys({ steps, goTo, help }: ShellKeys): void {
  let going = false

  function onKey(event: KeyboardEvent): void {
    if (event.defaultPrevented || event.altKey) return
    if (event.ctrlKey || event.metaKey) {
      if (event.key === 'Enter') document.querySelector<HTMLElement>('#act-bar [data-next]')?.click()
      return
    }
    if (!singleKeys.value || inField(event.target)) return
    const step = going ? steps()[Number(event.key) - 1] : undefined
    going = event.key === 'g'
    if (step) goTo(step.step)
    else if (event.key === '?') help()
    else return
    event.preventDefault()
  }

  onMounted(() => { document.addEventListener('keydown', onKey) })
  onBeforeUnmount(() => { document.removeEventListener('keydown', onKey) })
}
