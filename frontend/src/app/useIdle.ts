import { onBeforeUnmount, onMounted } from 'vue'

const SIGNS = ['pointerdown', 'keydown', 'wheel', 'touchstart'] as const

/** Call `away` when nobody has touched this page, in any of its tabs, for so many seconds. */
export function useIdle(seconds: () => number | undefined, away: () => void): void {
  const store = 'easepath:seen'
  const seen = (): void => localStorage.setItem(store, String(Date.now()))
  let timer: ReturnType<typeof setInterval> | undefined

  function look(): void {
    const limit = seconds()
    const last = Number(localStorage.getItem(store) ?? Date.now())
    if (limit !== undefined && Date.now() - last > limit * 1000) away()
  }

  onMounted(() => {
    seen()
    for (const sign of SIGNS) window.addEventListener(sign, seen, { passive: true })
    document.addEventListener('visibilitychange', look)
    timer = setInterval(look, 15_000)
  })
  onBeforeUnmount(() => {
    for (const sign of SIGNS) window.removeEventListener(sign, seen)
    document.removeEventListener('visibilitychange', look)
    clearInterval(timer)
  })
}
