import { mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h, nextTick, ref } from 'vue'
import type { HomeSchemas } from '@/api/client'
import { AS_HANDED_OVER } from './arranged'
import { drillsTold, fine, leftOutOf } from './told'
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
  { index: 2, kind: 'set-up', side: null, seconds: 15 },
  { index: 2, kind: 'side', side: 'both', seconds: 10 },
]

function sheetOf(paused: string[] = []): Sheet {
  const drills = ['tilts', 'raises', 'walk'].map((drill) => ({ drill, title: drill, side: 'both', paused: paused.includes(drill), rest: false }))
  return { version: 1, today: '2026-11-25', drills, timeline: TIMELINE } as unknown as Sheet
}

function open(sheet = sheetOf()): { run: UseRunReturn; sheet: Sheet; close: () => void } {
  let run!: UseRunReturn
  const panel = mount(defineComponent({
    setup() {
      run = useRun(ref(sheet), 'token')
      return () => h('p')
    },
  }))
  return { run, sheet, close: () => panel.unmount() }
}

const toldOf = ({ run, sheet }: { run: UseRunReturn; sheet: Sheet }) => drillsTold(sheet, run.state.value!, run.share)

describe('a session on the phone', () => {
  beforeEach(() => {
    vi.useFakeTimers()
    localStorage.clear()
  })
  afterEach(() => vi.useRealTimers())

  it('asks about a drill that is over while it goes on to the next, and is told by one tap', async () => {
    const { run, close } = open()
    run.begin(2, AS_HANDED_OVER)
    await vi.advanceTimersByTimeAsync(46_000)
    expect(run.state.value?.asks).toBe(0)
    expect(run.running.value).toBe(true)
    run.tell(0, fine(2))
    expect(run.state.value?.reports.tilts).toMatchObject({ during: 2, symptom: 'none', said: 'fine' })
    expect(run.state.value?.asks).toBeNull()
    close()
  })

  it('writes “not told” where nobody taps: no pain and no symptom, never a zero', async () => {
    const opened = open()
    opened.run.begin(1, AS_HANDED_OVER)
    await vi.advanceTimersByTimeAsync(62_000)
    expect(opened.run.state.value?.asks).toBeNull()
    expect(toldOf(opened)[0]).toMatchObject({ drill: 'tilts', done_pct: 100, during: null, symptom: '' })
    opened.close()
  })

  it('takes the share from the time spent, and of a drill left out says nothing but its name', async () => {
    const opened = open()
    const { run } = opened
    run.begin(1, AS_HANDED_OVER)
    await vi.advanceTimersByTimeAsync(30_100) // half of the first drill
    run.pass('done')
    expect(run.state.value?.asks).toBe(0)
    await vi.advanceTimersByTimeAsync(20_000)
    run.pass('out')
    const told = toldOf(opened)
    expect(told.map(({ drill }) => drill)).toEqual(['tilts'])
    expect(told[0]!.done_pct).toBeGreaterThanOrEqual(49)
    expect(told[0]!.done_pct).toBeLessThanOrEqual(52)
    expect(leftOutOf(opened.sheet, run.state.value!, told)).toEqual(['raises'])
    opened.close()
  })

  it('leaves out a drill that was passed before it began', () => {
    const opened = open()
    opened.run.begin(1, AS_HANDED_OVER)
    opened.run.pass('done')
    expect(toldOf(opened)).toEqual([])
    expect(opened.run.state.value?.leftOut).toEqual(['tilts'])
    opened.close()
  })

  it('passes over what rests and what is not due, with the walk behind it', async () => {
    const { run, close } = open(sheetOf(['tilts']))
    run.begin(1, { ...AS_HANDED_OVER, off: ['walk'] })
    expect(run.stretch.value?.index).toBe(1)
    expect(run.remaining.value).toBe(15 + 20 + 8 + 20 + 25)
    await vi.advanceTimersByTimeAsync(63_500)
    expect(run.state.value?.page).toBe('end')
    expect(run.state.value?.asks).toBe(1)
    close()
  })

  it.each([
    ['under way', 20_000, 0], ['in the turn of a drill', 82_000, 1], ['between two drills', 50_000, 0], ['getting up', 115_000, 1],
    ['before the first', 3_000, 0],
  ])('a press of stop %s is about the right drill', async (_, at, index) => {
    const { run, close } = open()
    run.begin(1, AS_HANDED_OVER)
    await vi.advanceTimersByTimeAsync(at)
    expect(run.stopsAt()).toBe(index)
    close()
  })

  it('waits where the phone slept, and counts no second of it', async () => {
    const { run, close } = open()
    run.begin(1, AS_HANDED_OVER)
    await vi.advanceTimersByTimeAsync(20_000)
    const at = run.state.value!.at
    vi.spyOn(performance, 'now').mockReturnValue(performance.now() + 200_000)
    await vi.advanceTimersByTimeAsync(200)
    expect(run.away.value).toBeGreaterThan(199)
    expect(run.running.value).toBe(false)
    expect(run.state.value!.at).toBe(at)
    run.toggle()
    expect(run.away.value).toBeNull()
    vi.restoreAllMocks()
    close()
  })

  it('is picked up after a closed tab, as it stood', async () => {
    const first = open()
    first.run.begin(1, AS_HANDED_OVER)
    await vi.advanceTimersByTimeAsync(50_000)
    first.run.tell(0, fine(1))
    const at = first.run.state.value!.at
    await nextTick()
    first.close()
    const again = open()
    expect(again.run.state.value).toMatchObject({ at, asks: null })
    expect(again.run.running.value).toBe(false)
    again.close()
  })

  it('goes back to a drill and counts it anew', async () => {
    const { run, close } = open()
    run.begin(1, AS_HANDED_OVER)
    await vi.advanceTimersByTimeAsync(66_000)
    run.back()
    expect([run.stretch.value?.index, run.share(0)]).toEqual([0, 0])
    run.there()
    expect(run.stretch.value?.kind).toBe('side')
    close()
  })

  it('ends for today without pain: what was not done is not told', async () => {
    const opened = open()
    opened.run.begin(1, AS_HANDED_OVER)
    await vi.advanceTimersByTimeAsync(46_000)
    opened.run.endNow()
    expect(opened.run.state.value?.page).toBe('end')
    expect(toldOf(opened).map(({ drill }) => drill)).toEqual(['tilts'])
    opened.close()
  })
})
