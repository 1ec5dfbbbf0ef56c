import { mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h, ref } from 'vue'
import type { HomeSchemas } from '@/api/client'
import { useRun, type UseRunReturn } from './useRun'

type Sheet = HomeSchemas['HomeSheet']

const TIMELINE = [
  { index: 0, kind: 'set-up', side: null, seconds: 15 },
  { index: 0, kind: 'side', side: 'both', seconds: 30 },
  { index: 1, kind: 'set-up', side: null, seconds: 15 },
  { index: 1, kind: 'side', side: 'right', seconds: 20 },
  { index: 1, kind: 'change', side: null, seconds: 8 },
  { index: 1, kind: 'side', side: 'left', seconds: 20 },
  { index: null, kind: 'rise', side: null, seconds: 25 },
]

function sheetOf(paused: string[] = [], beside: string[] = []): Sheet {
  const drills = ['tilts', 'raises', ...beside].map((drill) => ({ drill, title: drill, paused: paused.includes(drill), beside: beside.includes(drill) }))
  return { version: 1, today: '2026-11-25', drills, timeline: TIMELINE } as unknown as Sheet
}

function open(sheet = sheetOf()): { run: UseRunReturn; close: () => void } {
  let run!: UseRunReturn
  const panel = mount(defineComponent({
    setup() {
      run = useRun(ref(sheet), 'token')
      return () => h('p')
    },
  }))
  return { run, close: () => panel.unmount() }
}

const CALM = { during: 1, symptom: 'pull' as const, felt: 'target' }

describe('a session on the phone', () => {
  beforeEach(() => {
    vi.useFakeTimers()
    localStorage.clear()
  })
  afterEach(() => vi.useRealTimers())

  it('halts after each drill for its report, and goes on with the next', async () => {
    const { run, close } = open()
    run.begin(1)
    await vi.advanceTimersByTimeAsync(46_000)
    expect(run.state.value?.asking).toBe(0)
    expect(run.running.value).toBe(false)
    run.report(CALM)
    expect(run.state.value?.reports.tilts).toEqual({ ...CALM, done_pct: 100 })
    expect(run.stretch.value?.index).toBe(1)
    expect(run.running.value).toBe(true)
    close()
  })

  it('asks at the end about what is done beside the session, and takes no for an answer', async () => {
    const { run, close } = open(sheetOf([], ['walk', 'pumps']))
    run.begin(1)
    await vi.advanceTimersByTimeAsync(46_000)
    run.report(CALM)
    await vi.advanceTimersByTimeAsync(64_000)
    run.report(CALM)
    await vi.advanceTimersByTimeAsync(30_000)
    expect(run.state.value).toMatchObject({ asking: 2, finished: false })
    expect(run.running.value).toBe(false)
    run.report({ ...CALM, done_pct: 50 })
    expect(run.state.value).toMatchObject({ asking: 3, finished: false })
    run.notToday()
    expect(run.state.value).toMatchObject({ asking: null, finished: true, leftOut: ['pumps'] })
    expect(run.state.value?.reports.walk).toEqual({ ...CALM, done_pct: 50 })
    close()
  })

  const ROUNDS = [0, 1, 0, 1, 2].flatMap((index, n) => [
    ...(n < 2 || n === 4 ? [{ index, kind: 'set-up', side: null, seconds: 5 }] : []), { index, kind: 'side', side: 'both', seconds: 10 },
  ])

  function rounds(): Sheet {
    const drills = [{ drill: 'tilts' }, { drill: 'raises' }, { drill: 'tilts', rest: true }].map((one) => ({ title: one.drill, paused: false, beside: false, ...one }))
    return { version: 1, today: '2026-11-25', drills, timeline: ROUNDS, stop_symptoms: ['sharp'] } as unknown as Sheet
  }

  it('asks once about a drill that is done in rounds, after its last, and never about one that returns as a rest', async () => {
    const { run, close } = open(rounds())
    run.begin(1)
    await vi.advanceTimersByTimeAsync(31_000)
    expect([run.state.value?.asking, run.stretch.value?.index]).toEqual([null, 0])
    await vi.advanceTimersByTimeAsync(10_000)
    expect(run.state.value?.asking).toBe(0)
    run.report(CALM)
    expect([run.stretch.value?.index, run.state.value?.finished]).toEqual([1, false])
    await vi.advanceTimersByTimeAsync(11_000)
    expect(run.state.value?.asking).toBe(1)
    run.report(CALM)
    expect(run.stretch.value?.index).toBe(2)
    await vi.advanceTimersByTimeAsync(16_000)
    expect(run.state.value).toMatchObject({ asking: null, finished: true })
    expect(Object.keys(run.state.value?.reports ?? {})).toEqual(['tilts', 'raises'])
    expect(run.state.value?.reports.tilts?.done_pct).toBe(100)
    close()
  })

  it('passes over what is left of a drill that hurt, its return as a rest too, and goes on with the others of the round', async () => {
    const { run, close } = open(rounds())
    run.begin(1)
    await vi.advanceTimersByTimeAsync(10_000)
    run.stopDrill()
    run.report({ ...CALM, symptom: 'sharp' })
    expect(run.stretch.value?.index).toBe(1)
    await vi.advanceTimersByTimeAsync(26_000)
    expect(run.state.value).toMatchObject({ asking: 1 })
    run.report(CALM)
    expect(run.state.value?.finished).toBe(true)
    close()
  })

  it('goes on with the drill that follows at once, however the ticks of the clock fall', async () => {
    const { run, close } = open()
    vi.spyOn(performance, 'now').mockImplementation(() => Date.now() * 1.37)
    run.begin(1)
    await vi.advanceTimersByTimeAsync(46_000)
    expect(run.state.value?.asking).toBe(0)
    run.report(CALM)
    expect([run.state.value?.finished, run.stretch.value?.index, run.state.value?.at]).toEqual([false, 1, 45])
    vi.restoreAllMocks()
    close()
  })

  it('ends after the last report; getting up is not waited for', async () => {
    const { run, close } = open()
    run.begin(1)
    await vi.advanceTimersByTimeAsync(46_000)
    run.report(CALM)
    await vi.advanceTimersByTimeAsync(64_000)
    expect(run.state.value?.asking).toBe(1)
    run.report(CALM)
    expect(run.state.value?.finished).toBe(true)
    close()
  })

  it('counts how much of a stopped drill was done', async () => {
    const { run, close } = open()
    run.begin(1)
    await vi.advanceTimersByTimeAsync(18_000)
    run.stopDrill()
    expect(run.state.value?.doneShare).toBe(10)
    close()
  })

  it('never calls a drill done that was passed over', async () => {
    const { run, close } = open()
    run.begin(1)
    run.skip()
    run.skip()
    expect(run.state.value?.asking).toBeNull()
    expect(run.state.value?.leftOut).toEqual(['tilts'])
    expect(run.state.value?.reports).toEqual({})
    await vi.advanceTimersByTimeAsync(25_000)
    run.skip()
    run.skip()
    run.skip()
    expect(run.state.value?.asking).toBe(1)
    expect(run.state.value?.doneShare).toBe(25)
    close()
  })

  it('waits when the phone slept, and counts no second of it', async () => {
    const { run, close } = open()
    run.begin(1)
    await vi.advanceTimersByTimeAsync(20_000)
    const at = run.state.value!.at
    vi.setSystemTime(Date.now() + 200_000)
    vi.spyOn(performance, 'now').mockReturnValue(performance.now() + 200_000)
    await vi.advanceTimersByTimeAsync(1_000)
    expect(run.running.value).toBe(false)
    expect(run.away.value).toBe(true)
    expect(run.state.value?.at).toBe(at)
    vi.restoreAllMocks()
    run.toggle()
    expect([run.running.value, run.away.value]).toEqual([true, false])
    close()
  })

  it('waits when another page is in front', async () => {
    const { run, close } = open()
    run.begin(1)
    vi.spyOn(document, 'hidden', 'get').mockReturnValue(true)
    document.dispatchEvent(new Event('visibilitychange'))
    expect([run.running.value, run.away.value]).toEqual([false, true])
    vi.restoreAllMocks()
    close()
  })

  it('asks about the last drill when it hurts between two', async () => {
    const between = [...TIMELINE.slice(0, 2), { index: null, kind: 'move', side: null, seconds: 15 }, ...TIMELINE.slice(2)]
    const { run, close } = open({ ...sheetOf(), timeline: between } as Sheet)
    run.begin(1)
    await vi.advanceTimersByTimeAsync(46_000)
    run.report(CALM)
    await vi.advanceTimersByTimeAsync(3_000)
    expect(run.stretch.value?.kind).toBe('move')
    run.stopDrill()
    expect([run.state.value?.asking, run.state.value?.doneShare]).toEqual([0, 100])
    run.report({ ...CALM, symptom: 'sharp' })
    expect(run.state.value?.reports.tilts?.symptom).toBe('sharp')
    expect(run.stretch.value?.kind).toBe('move')
    close()
  })

  it('stands still while paused', async () => {
    const { run, close } = open()
    run.begin(1)
    await vi.advanceTimersByTimeAsync(5_000)
    run.toggle()
    const at = run.state.value?.at
    await vi.advanceTimersByTimeAsync(60_000)
    expect(run.state.value?.at).toBe(at)
    close()
  })

  it('can be picked up where it was after the page was closed', async () => {
    const first = open()
    first.run.begin(2)
    await vi.advanceTimersByTimeAsync(46_000)
    first.run.report(CALM)
    await vi.advanceTimersByTimeAsync(1_000)
    const at = first.run.state.value?.at ?? 0
    first.close()
    const again = open()
    expect(again.run.state.value?.at).toBeCloseTo(at)
    expect(again.run.state.value?.reports.tilts?.during).toBe(1)
    expect(again.run.running.value).toBe(false)
    again.close()
  })

  it('passes over a paused drill and gives it no report', async () => {
    const { run, close } = open(sheetOf(['tilts']))
    run.begin(1)
    expect(run.stretch.value?.index).toBe(1)
    await vi.advanceTimersByTimeAsync(64_000)
    run.report(CALM)
    expect(Object.keys(run.state.value?.reports ?? {})).toEqual(['raises'])
    close()
  })

  it('goes back to the beginning of a stretch, and on to its end', async () => {
    const { run, close } = open()
    run.begin(1)
    await vi.advanceTimersByTimeAsync(20_000)
    run.back()
    expect(run.state.value?.at).toBe(15)
    run.skip()
    expect(run.state.value?.asking).toBe(0)
    close()
  })
})
