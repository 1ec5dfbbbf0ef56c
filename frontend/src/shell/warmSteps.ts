import type { Router } from 'vue-router'

/** What the first look at a step waits for beside its figures: the charts. */
const CHARTS = () => import('@/ui/chart/EChart.vue')
type Part = () => Promise<unknown>

/** Fetch the parts of the steps while nobody waits, one after the other, so that a step opens at once when it is pressed. */
export function warmSteps(router: Router): void {
  const steps = router.getRoutes().filter((route) => route.path.startsWith('/visit/')).map((route) => route.components?.default)
  const parts = [...steps.filter((part) => typeof part === 'function').map((part) => part as Part), CHARTS]
  const idle = window.requestIdleCallback ?? ((run: () => void) => setTimeout(run, 300))
  const next = (): void => {
    const part = parts.shift()
    // a part that cannot be had now is fetched, and told about, when it is asked for
    if (part) idle(() => void part().then(next, () => undefined))
  }
  next()
}
