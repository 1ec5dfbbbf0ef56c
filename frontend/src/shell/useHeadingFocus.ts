import { onBeforeUnmount, watch, type Ref } from 'vue'
import { useRoute } from 'vue-router'

/** After a step of the path is opened the focus moves to its heading, once it stands there; whoever went on is left alone. */
export function useHeadingFocus(middle: Ref<HTMLElement | null>): void {
  const route = useRoute()
  let watching: MutationObserver | undefined

  function stop(): void {
    watching?.disconnect()
    watching = undefined
  }

  watch(() => route.name, () => {
    stop()
    const left = document.activeElement
    const old = middle.value?.querySelector('h1')
    const look = () => {
      const now = document.activeElement
      if (now !== left && now !== document.body) return stop()
      const heading = middle.value?.querySelector('h1')
      if (!heading || heading === old) return
      stop()
      heading.tabIndex = -1
      heading.focus({ preventScroll: true })
    }
    watching = new MutationObserver(look)
    if (middle.value) watching.observe(middle.value, { childList: true, subtree: true })
  })
  onBeforeUnmount(stop)
}
