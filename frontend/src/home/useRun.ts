import { computed, onBeforeUnmount, ref, watch, type ComputedRef, type Ref } from 'vue'
import type { HomeSchemas } from '@/api/client'
import { place, runs, spans, type Placed } from '@/ui/tape'
import type { Today } from './arranged'
import { BEFORE, holdUnderWay } from './letsGo'
import { useAwake } from './useAwake'

/** What is told of a drill; `said` is the tap it began with. */
export interface Report {
  said: 'fine' | 'bit' | 'stop'
  during: number | null
  symptom: HomeSchemas['DrillDone']['symptom']
  felt: string
  felt_side?: HomeSchemas['DrillDone']['felt_side']
  felt_words?: string
  /** only where it was asked */
  moved?: 'none' | 'up' | 'down'
  /** why the session was broken off, in the client's words */
  stopped?: string
  /** how much was done, told of what is done beside the session; of all else the clock knows */
  done_pct?: number
}

/** Where a session stands, as it is kept on the phone so that a closed tab loses nothing. */
export interface RunState {
  shape: 2
  version: number
  date: string
  before: number | null
  at: number
  /** what is open: the clock, a drill told in more words, the page after a stop, where it hurt, the end */
  page: 'run' | 'bit' | 'stopped' | 'hurt' | 'end'
  /** the drill that page is about */
  about: number | null
  /** the drill that is asked about, until the next one begins */
  asks: number | null
  reports: Record<string, Report>
  /** seconds of each drill's own time that passed while the page was awake */
  spent: Record<number, number>
  /** seconds that a hold lasts beyond its dose already, because it has not let go yet */
  over?: number
  /** by drill the seconds of each hold that lasted until it let go */
  held?: Record<number, number[]>
  /** drills that were left out, never done */
  leftOut: string[]
  /** the report of this session that is on its way or with the clinic: what is told later corrects it */
  sent?: string
  /** the one before it, which holds again where a stop is taken back in time */
  sentBefore?: string
  /** what was told before it began */
  today: Today
}

export interface UseRunReturn {
  state: Ref<RunState | null>
  running: Ref<boolean>
  /** seconds the phone slept or another page was open; the session waits. Null while nobody was away */
  away: Ref<number | null>
  stretch: ComputedRef<Placed | undefined>
  /** seconds of a hold that waits until it lets go, from its beginning; null while none waits */
  holding: ComputedRef<number | null>
  left: ComputedRef<number>
  drillIndex: ComputedRef<number | null>
  /** the drill that comes next, between two */
  nextIndex: ComputedRef<number | null>
  /** seconds of the session that are left, without what is passed over */
  remaining: ComputedRef<number>
  share: (index: number) => number
  begin: (before: number | null, today: Today) => void
  toggle: () => void
  /** the drill that a press of stop is about: the one under way, between two the last one */
  stopsAt: () => number | null
  /** between two drills: at the place of the next one already */
  there: () => void
  /** it has let go: the hold that waits is over */
  letGo: () => void
  /** this drill from its start */
  again: () => void
  /** the drill before */
  back: () => void
  /** past the drill under way: told as done so far, or left out */
  pass: (how: 'done' | 'out') => void
  tell: (index: number, report: Report) => void
  open: (page: RunState['page'], about?: number | null) => void
  /** enough for today: what was not done yet is not done, and the last page comes */
  endNow: () => void
  clear: () => void
}

/** A longer gap between two ticks means that the phone slept: that time was not spent on a drill. */
const GAP_S = 2

/** The session's clock: it runs along the tape, waits where the phone sleeps, and can be picked up again. */
export function useRun(sheet: Ref<HomeSchemas['HomeSheet'] | null>, token: string): UseRunReturn {
  const store = `easepath:run:${token}`
  const kept = JSON.parse(localStorage.getItem(store) ?? 'null') as RunState | null
  const state = ref<RunState | null>(kept?.shape === 2 ? kept : null)
  const running = ref(false)
  const away = ref<number | null>(null)
  const placed = computed(() => place(sheet.value?.timeline ?? []))
  const total = computed(() => placed.value.at(-1)?.end ?? 0)
  const stretch = computed(() => placed.value.find((s) => (state.value?.at ?? 0) < s.end))
  const left = computed(() => Math.max(0, Math.ceil((stretch.value?.end ?? 0) - (state.value?.at ?? 0))))
  const drillIndex = computed(() => stretch.value?.index ?? null)
  const nextIndex = computed(() => placed.value.find((s) => s.end > (state.value?.at ?? 0) && s.index !== null && !isOver(s.index))?.index ?? null)
  const remaining = computed(() => placed.value
    .filter((s) => s.index === null || !isOver(s.index))
    .reduce((sum, s) => sum + Math.max(0, s.end - Math.max(s.start, state.value?.at ?? 0)), 0))
  const hold = computed(() => holdUnderWay(state.value?.at ?? 0, stretch.value, drillIndex.value === null ? undefined : drillAt(drillIndex.value)))
  const holding = computed(() => (hold.value && state.value?.over !== undefined ? hold.value.least + state.value.over : null))
  let last = 0
  let hiddenAt: number | null = null
  const timer = setInterval(tick, 200)
  const onHidden = (): void => {
    if (document.hidden) {
      hiddenAt = Date.now()
      if (running.value) leave(0)
    } else if (away.value !== null && hiddenAt !== null) away.value = Math.round((Date.now() - hiddenAt) / 1000)
  }
  document.addEventListener('visibilitychange', onHidden)
  onBeforeUnmount(() => {
    clearInterval(timer)
    document.removeEventListener('visibilitychange', onHidden)
  })
  useAwake(running)

  watch(state, (now) => (now ? localStorage.setItem(store, JSON.stringify(now)) : localStorage.removeItem(store)), { deep: true })

  const drillAt = (index: number) => sheet.value?.drills[index]

  /** The time without another drill between in which a stretch lies. */
  const runOf = (one: Placed) => runs(placed.value).find((each) => each.index === one.index && one.start >= each.start && one.end <= each.end)
  const spanOf = (index: number) => spans(placed.value).find((span) => span.index === index)

  /** A drill that rests, is not done today or was left out is passed over. */
  function isOver(index: number): boolean {
    const [run, drill] = [state.value, drillAt(index)]
    return !!run && !!drill && (drill.paused || run.leftOut.includes(drill.drill) || run.today.off.includes(drill.drill))
  }

  function tick(): void {
    const now = performance.now()
    const step = (now - last) / 1000
    last = now
    const run = state.value
    if (!running.value || !run || run.page !== 'run') return
    if (step > GAP_S) return leave(step)
    if (hold.value && run.at + step >= hold.value.end) return wait(step)
    const before = stretch.value
    const from = run.at
    const drillEnd = before && before.index !== null ? (runOf(before)?.end ?? Infinity) : Infinity
    run.at = Math.min(total.value, drillEnd, run.at + step)
    spend(from, run.at)
    if (run.at >= drillEnd) ended(before!.index!)
    jumpOver()
    if (stretch.value?.kind === 'side' && run.asks !== stretch.value.index) run.asks = null
  }

  /** At the end of its dose a hold goes on until the client says that it has let go, or to the top of its method. */
  function wait(step: number): void {
    const [run, now] = [state.value!, hold.value!]
    const from = run.at
    run.over = (run.over ?? 0) + run.at + step - now.end
    run.at = now.end - BEFORE
    spend(from, run.at)
    if (now.least + run.over >= now.most) letGo()
  }

  function letGo(): void {
    const [run, now] = [state.value, hold.value]
    if (!run || !now || run.over === undefined) return
    run.held = { ...run.held, [now.index]: [...(run.held?.[now.index] ?? []), Math.min(now.most, Math.round(now.least + run.over))] }
    delete run.over
    run.at = now.end
  }

  /** The place on the tape is another one: what waited there waits no more, and a drill done anew is told anew. */
  function moveTo(at: number, anew?: number): void {
    const run = state.value!
    delete run.over
    run.at = at
    if (anew === undefined) return
    run.spent[anew] = 0
    if (run.held) delete run.held[anew]
  }

  /** A drill is over: it is asked about, but for one that only returns as a rest and one that comes again in a round. */
  function ended(index: number): void {
    if (state.value && !drillAt(index)?.rest && state.value.at >= (spanOf(index)?.end ?? 0)) state.value.asks = index
  }

  function leave(seconds: number): void {
    running.value = false
    away.value = Math.round(seconds)
  }

  /** Count what of a stretch of time was a drill's own. */
  function spend(from: number, to: number): void {
    for (const s of placed.value) {
      const seconds = Math.min(to, s.end) - Math.max(from, s.start)
      if (s.kind === 'side' && s.index !== null && seconds > 0) state.value!.spent[s.index] = (state.value!.spent[s.index] ?? 0) + seconds
    }
  }

  function begin(before: number | null, today: Today): void {
    if (!sheet.value) return
    state.value = {
      shape: 2, version: sheet.value.version, date: sheet.value.today, before, at: 0, page: 'run', about: null, asks: null,
      reports: {}, spent: {}, leftOut: [], today,
    }
    away.value = null
    jumpOver()
    last = performance.now()
    running.value = state.value.page === 'run'
  }

  /** What is over is passed over, with the walk and the turn between; behind the last drill is the end. */
  function jumpOver(): void {
    const run = state.value
    while (run && stretch.value && (stretch.value.index === null ? nextIndex.value === null : isOver(stretch.value.index))) run.at = stretch.value.end
    if (run && !stretch.value && run.page === 'run') open('end')
  }

  /** How much of a drill's own time was spent on it, in percent. */
  function share(index: number): number {
    const whole = placed.value.filter((s) => s.kind === 'side' && s.index === index).reduce((sum, s) => sum + s.end - s.start, 0)
    return whole ? Math.min(100, Math.round((100 * (state.value?.spent[index] ?? 0)) / whole)) : 0
  }

  function go(): void {
    last = performance.now()
    away.value = null
    running.value = state.value?.page === 'run'
  }

  function toggle(): void {
    if (running.value) running.value = false
    else go()
  }

  function stopsAt(): number | null {
    const at = state.value?.at ?? 0
    if (stretch.value?.kind === 'side' || stretch.value?.kind === 'change') return drillIndex.value
    const done = spans(placed.value).filter((span) => span.end <= at && !isOver(span.index)).at(-1)
    return done?.index ?? nextIndex.value
  }

  function there(): void {
    const next = placed.value.find((s) => s.end > (state.value?.at ?? 0) && s.kind === 'side' && !isOver(s.index!))
    if (state.value && next) moveTo(next.start)
    go()
  }

  function again(): void {
    const index = drillIndex.value ?? nextIndex.value
    const span = index === null ? undefined : spanOf(index)
    if (state.value && span && index !== null) moveTo(span.start, index)
    go()
  }

  function back(): void {
    const at = state.value?.at ?? 0
    const now = drillIndex.value === null ? Infinity : (spanOf(drillIndex.value)?.start ?? at)
    const before = spans(placed.value).filter((span) => span.start < Math.min(at, now) && !isOver(span.index)).at(-1)
    if (state.value && before) moveTo(before.start, before.index)
    go()
  }

  function pass(how: 'done' | 'out'): void {
    const [run, index] = [state.value, drillIndex.value ?? nextIndex.value]
    const span = index === null ? undefined : spanOf(index)
    const drill = index === null ? undefined : drillAt(index)
    if (!run || !drill || !span || index === null) return
    if (how === 'out' || !share(index)) run.leftOut = [...new Set([...run.leftOut, drill.drill])]
    else if (!drill.rest) run.asks = index
    moveTo(span.end)
    jumpOver()
    go()
  }

  function tell(index: number, report: Report): void {
    const drill = drillAt(index)
    if (!state.value || !drill) return
    state.value.reports[drill.drill] = report
    if (state.value.asks === index) state.value.asks = null
  }

  /** Another page of the session; the clock waits meanwhile, and goes on with the page it left. */
  function open(page: RunState['page'], about: number | null = null): void {
    if (!state.value) return
    const ended = !stretch.value
    Object.assign(state.value, { page: page === 'run' && ended ? 'end' : page, about })
    if (state.value.page === 'run') go()
    else running.value = false
  }

  function endNow(): void {
    if (state.value) moveTo(total.value)
    open('end')
  }

  function clear(): void {
    state.value = null
    running.value = false
    away.value = null
  }

  return { state, running, away, stretch, holding, left, drillIndex, nextIndex, remaining, share, begin, toggle, stopsAt, there, letGo, again, back, pass, tell, open, endNow, clear }
}
