import { computed, onBeforeUnmount, ref, watch, type ComputedRef, type Ref } from 'vue'
import type { HomeSchemas } from '@/api/client'
import { place, spans, type Placed } from '@/ui/tape'

export interface Report {
  done_pct: number
  during: number | null
  symptom: string
  felt: string
}

/** Where a session stands, as it is kept on the phone so that a closed tab loses nothing. */
export interface RunState {
  version: number
  date: string
  before: number | null
  at: number
  reports: Record<string, Report>
  /** the drill whose report is being asked for */
  asking: number | null
  doneShare: number
  finished: boolean
}

export interface UseRunReturn {
  state: Ref<RunState | null>
  running: Ref<boolean>
  stretch: ComputedRef<Placed | undefined>
  left: ComputedRef<number>
  drillIndex: ComputedRef<number | null>
  total: ComputedRef<number>
  begin: (before: number | null) => void
  toggle: () => void
  stopDrill: () => void
  skip: () => void
  back: () => void
  report: (report: Omit<Report, 'done_pct'>) => void
  finishNow: () => void
  clear: () => void
}

/** The session's clock: it runs along the tape, halts after each drill for its report, and can be picked up again. */
export function useRun(sheet: Ref<HomeSchemas['HomeSheet'] | null>, token: string): UseRunReturn {
  const store = `easepath:run:${token}`
  const state = ref<RunState | null>(JSON.parse(localStorage.getItem(store) ?? 'null') as RunState | null)
  const running = ref(false)
  const placed = computed(() => place(sheet.value?.timeline ?? []))
  const total = computed(() => placed.value.at(-1)?.end ?? 0)
  const stretch = computed(() => placed.value.find((s) => (state.value?.at ?? 0) < s.end))
  const left = computed(() => Math.max(0, Math.ceil((stretch.value?.end ?? 0) - (state.value?.at ?? 0))))
  const drillIndex = computed(() => state.value?.asking ?? stretch.value?.index ?? null)
  let last = 0
  const timer = setInterval(tick, 200)
  onBeforeUnmount(() => clearInterval(timer))

  watch(state, (now) => (now ? localStorage.setItem(store, JSON.stringify(now)) : localStorage.removeItem(store)), { deep: true })

  function spanOf(index: number) {
    return spans(placed.value).find((span) => span.index === index)
  }

  function tick(): void {
    const now = performance.now()
    const step = (now - last) / 1000
    last = now
    const run = state.value
    if (!running.value || !run || run.asking !== null || run.finished) return
    const before = stretch.value
    run.at = Math.min(total.value, run.at + step)
    const over = before && before.index !== null && run.at >= (spanOf(before.index)?.end ?? 0)
    if (over) ask(before.index!, 100)
    else if (run.at >= total.value) run.finished = true
  }

  function ask(index: number, share: number): void {
    if (!state.value) return
    running.value = false
    state.value.asking = index
    state.value.doneShare = share
  }

  function begin(before: number | null): void {
    if (!sheet.value) return
    state.value = {
      version: sheet.value.version, date: sheet.value.today, before, at: 0, reports: {}, asking: null, doneShare: 100,
      finished: false,
    }
    jumpPaused()
    last = performance.now()
    running.value = true
  }

  /** A drill that a stop sign paused is passed over; it gets no report. */
  function jumpPaused(): void {
    const run = state.value
    while (run && stretch.value && stretch.value.index !== null && sheet.value?.drills[stretch.value.index]?.paused) {
      run.at = spanOf(stretch.value.index)?.end ?? run.at
    }
    if (run && !stretch.value) run.finished = true
  }

  function share(index: number): number {
    const span = spanOf(index)
    if (!span || !state.value) return 0
    return Math.round((100 * Math.max(0, state.value.at - span.start)) / (span.end - span.start))
  }

  function toggle(): void {
    last = performance.now()
    running.value = !running.value
  }

  function stopDrill(): void {
    const index = drillIndex.value
    if (index !== null) ask(index, share(index))
    else running.value = false
  }

  function skip(): void {
    const run = state.value
    if (!run || !stretch.value) return
    const current = stretch.value
    const span = current.index === null ? null : spanOf(current.index)
    run.at = current.end
    if (span && run.at >= span.end) ask(current.index!, 100)
    else if (run.at >= total.value) run.finished = true
  }

  function back(): void {
    if (state.value && stretch.value) state.value.at = stretch.value.start
  }

  function report(given: Omit<Report, 'done_pct'>): void {
    const run = state.value
    if (!run || run.asking === null) return
    const drill = sheet.value?.drills[run.asking]
    if (drill) run.reports[drill.drill] = { ...given, done_pct: run.doneShare }
    run.at = spanOf(run.asking)?.end ?? run.at
    run.asking = null
    jumpPaused()
    if (run.at >= total.value || !spans(placed.value).some((s) => s.start >= run.at - 0.001)) run.finished = true
    last = performance.now()
    running.value = !run.finished
  }

  function finishNow(): void {
    if (state.value) Object.assign(state.value, { finished: true, asking: null })
    running.value = false
  }

  function clear(): void {
    state.value = null
    running.value = false
  }

  return { state, running, stretch, left, drillIndex, total, begin, toggle, stopDrill, skip, back, report, finishNow, clear }
}
