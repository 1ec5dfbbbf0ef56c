import { computed, onBeforeUnmount, ref, watch, type ComputedRef, type Ref } from 'vue'
import type { HomeSchemas } from '@/api/client'
import { place, runs, spans, type Placed } from '@/ui/tape'
import type { Today } from './arranged'
import { useAwake } from './useAwake'
import { isStop } from './words'

export interface Report {
  done_pct: number
  during: number | null
  symptom: HomeSchemas['DrillDone']['symptom']
  felt: string
  /** only where it was asked */
  moved?: 'none' | 'up' | 'down'
  /** why the session was broken off, in the client's words */
  stopped?: string
}

/** What is told of a drill; how much of it was done is counted by the tape, or told of what is done beside the session. */
export type Told = Omit<Report, 'done_pct'> & { done_pct?: number }

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
  /** seconds of each drill's own time that passed while the page was awake */
  spent: Record<number, number>
  /** drills that were passed over without being done */
  leftOut: string[]
  /** the report of this session that is on its way or with the clinic: what is told later corrects it */
  sent?: string
  /** the drill at which "It hurts: stop" was pressed, until it is told of */
  hurt?: number
  /** what was told before it began; a session kept from before has nothing of it */
  today?: Today
}

export interface UseRunReturn {
  state: Ref<RunState | null>
  running: Ref<boolean>
  /** the phone slept or another page was open: the session waits */
  away: Ref<boolean>
  stretch: ComputedRef<Placed | undefined>
  left: ComputedRef<number>
  drillIndex: ComputedRef<number | null>
  total: ComputedRef<number>
  begin: (before: number | null, today?: Today) => void
  toggle: () => void
  stopDrill: () => void
  skip: () => void
  back: () => void
  report: (report: Told) => void
  /** a drill beside the session that was not done today */
  notToday: () => void
  finishNow: () => void
  clear: () => void
}

/** A longer gap between two ticks means that the phone slept: that time was not spent on a drill. */
const GAP_S = 2

/** The session's clock: it runs along the tape, halts after each drill for its report, and can be picked up again. */
export function useRun(sheet: Ref<HomeSchemas['HomeSheet'] | null>, token: string): UseRunReturn {
  const store = `easepath:run:${token}`
  const kept = JSON.parse(localStorage.getItem(store) ?? 'null') as RunState | null
  const state = ref<RunState | null>(kept && { ...kept, spent: kept.spent ?? {}, leftOut: kept.leftOut ?? [] })
  const running = ref(false)
  const away = ref(false)
  const placed = computed(() => place(sheet.value?.timeline ?? []))
  const total = computed(() => placed.value.at(-1)?.end ?? 0)
  const stretch = computed(() => placed.value.find((s) => (state.value?.at ?? 0) < s.end))
  const left = computed(() => Math.max(0, Math.ceil((stretch.value?.end ?? 0) - (state.value?.at ?? 0))))
  const drillIndex = computed(() => state.value?.asking ?? stretch.value?.index ?? null)
  let last = 0
  const timer = setInterval(tick, 200)
  const onHidden = () => document.hidden && running.value && leave()
  document.addEventListener('visibilitychange', onHidden)
  onBeforeUnmount(() => {
    clearInterval(timer)
    document.removeEventListener('visibilitychange', onHidden)
  })
  useAwake(running)

  watch(state, (now) => (now ? localStorage.setItem(store, JSON.stringify(now)) : localStorage.removeItem(store)), { deep: true })

  const drillAt = (index: number) => sheet.value?.drills[index]

  /** The time without another drill between in which a stretch lies. */
  function runOf(one: Placed) {
    return runs(placed.value).find((each) => each.index === one.index && one.start >= each.start && one.end <= each.end)
  }

  /** A drill that a stop sign paused, that was told of already or was left out: what is left of it is passed over. */
  function isOver(index: number): boolean {
    const [run, drill] = [state.value, drillAt(index)]
    if (!run || !drill) return false
    const told = run.reports[drill.drill]
    if (drill.paused || run.leftOut.includes(drill.drill)) return true
    const stopped = !!told && isStop(sheet.value, told)
    return drill.rest ? stopped : !!told
  }

  function spanOf(index: number) {
    return spans(placed.value).find((span) => span.index === index)
  }

  function tick(): void {
    const now = performance.now()
    const step = (now - last) / 1000
    last = now
    const run = state.value
    if (!running.value || !run || run.asking !== null || run.finished) return
    if (step > GAP_S) return leave()
    const before = stretch.value
    const from = run.at
    const drillEnd = before && before.index !== null ? (runOf(before)?.end ?? Infinity) : Infinity
    run.at = Math.min(total.value, drillEnd, run.at + step)
    spend(from, run.at)
    if (run.at >= drillEnd) endRun(before!.index!)
    else if (run.at >= total.value) end(run)
  }

  /** A drill is at the end of a round: after its last it is asked about, and one that only returns as a rest never is. */
  function endRun(index: number): void {
    const run = state.value
    if (!run) return
    if (!drillAt(index)?.rest && run.at >= (spanOf(index)?.end ?? 0)) ask(index, share(index))
    else if (run.at >= total.value) end(run)
    else {
      jumpOver()
      last = performance.now()
    }
  }

  /** The tape is at its end: what is done beside the session is asked about, then all is told. */
  function end(run: RunState): void {
    const beside = (sheet.value?.drills ?? []).findIndex(
      (d) => d.beside && !d.rest && !d.paused && !run.reports[d.drill] && !run.leftOut.includes(d.drill),
    )
    if (beside < 0) run.finished = true
    else ask(beside, 100)
  }

  function leave(): void {
    running.value = false
    away.value = true
  }

  /** Count what of a stretch of time was a drill's own. */
  function spend(from: number, to: number): void {
    for (const s of placed.value) {
      const seconds = Math.min(to, s.end) - Math.max(from, s.start)
      if (s.kind === 'side' && s.index !== null && seconds > 0) state.value!.spent[s.index] = (state.value!.spent[s.index] ?? 0) + seconds
    }
  }

  function ask(index: number, share: number): void {
    if (!state.value) return
    running.value = false
    state.value.asking = index
    state.value.doneShare = share
  }

  function begin(before: number | null, today?: Today): void {
    if (!sheet.value) return
    state.value = {
      version: sheet.value.version, date: sheet.value.today, before, at: 0, reports: {}, asking: null, doneShare: 100,
      finished: false, spent: {}, leftOut: [], today,
    }
    away.value = false
    jumpOver()
    last = performance.now()
    running.value = !state.value.finished && state.value.asking === null
  }

  /** What is over is passed over, with the walk and the turn between. */
  function jumpOver(): void {
    const run = state.value
    while (run && stretch.value && stretch.value.index !== null && isOver(stretch.value.index)) run.at = stretch.value.end
    if (run && !stretch.value) end(run)
  }

  /** How much of a drill's own time was spent on it, in percent. */
  function share(index: number): number {
    const whole = placed.value.filter((s) => s.kind === 'side' && s.index === index).reduce((sum, s) => sum + s.end - s.start, 0)
    return whole ? Math.min(100, Math.round((100 * (state.value?.spent[index] ?? 0)) / whole)) : 0
  }

  function toggle(): void {
    last = performance.now()
    away.value = false
    running.value = !running.value
  }

  /** It hurts: always asks, between two drills about the one that was done last. */
  function stopDrill(): void {
    const at = state.value?.at ?? 0
    const done = spans(placed.value).filter((span) => span.end <= at).at(-1)
    const index = drillIndex.value ?? done?.index ?? null
    if (index === null) running.value = false
    else {
      ask(index, share(index))
      if (state.value) state.value.hurt = index
    }
  }

  function skip(): void {
    const run = state.value
    if (!run || !stretch.value) return
    const current = stretch.value
    const span = current.index === null ? null : spanOf(current.index)
    run.at = current.end
    if (span && run.at >= span.end && !drillAt(current.index!)?.rest) {
      const done = share(current.index!)
      if (done) ask(current.index!, done)
      else leaveOut(current.index!)
    } else if (run.at >= total.value) end(run)
    else jumpOver()
  }

  /** A drill of which nothing was done is left out: it gets no report, and is never done. */
  function leaveOut(index: number): void {
    const drill = sheet.value?.drills[index]
    if (drill && state.value) state.value.leftOut = [...new Set([...state.value.leftOut, drill.drill])]
    goOn()
  }

  function goOn(): void {
    const run = state.value
    if (!run) return
    jumpOver()
    if (!placed.value.some((s) => s.index !== null && s.end > run.at + 0.001 && !isOver(s.index))) end(run)
    last = performance.now()
    running.value = !run.finished && run.asking === null
  }

  function back(): void {
    if (state.value && stretch.value) state.value.at = stretch.value.start
  }

  function report(given: Told): void {
    const run = state.value
    if (!run || run.asking === null) return
    const drill = sheet.value?.drills[run.asking]
    if (drill) run.reports[drill.drill] = { done_pct: run.doneShare, ...given }
    run.asking = null
    delete run.hurt
    goOn()
  }

  function notToday(): void {
    const index = state.value?.asking ?? null
    if (index === null) return
    state.value!.asking = null
    leaveOut(index)
  }

  function finishNow(): void {
    if (state.value) Object.assign(state.value, { finished: true, asking: null })
    running.value = false
  }

  function clear(): void {
    state.value = null
    running.value = false
  }

  return { state, running, away, stretch, left, drillIndex, total, begin, toggle, stopDrill, skip, back, report, notToday, finishNow, clear }
}
