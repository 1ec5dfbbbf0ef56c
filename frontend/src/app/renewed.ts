import { ref } from 'vue'
import type { Router } from 'vue-router'

/** Where somebody was going when a part of the pages could not be fetched; null while nothing is missing. */
export const missing = ref<string | null>(null)

/** A page opened before the server was renewed asks for parts that are there no more: it says so, and loads anew where it was going. */
export function watchForRenewal(router: Router): void {
  window.addEventListener('vite:preloadError', (event) => {
    event.preventDefault()
    missing.value ??= router.currentRoute.value.fullPath
  })
  router.onError((_, to) => { missing.value = to.fullPath })
}
