import { mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h, ref } from 'vue'
import type { HomeSchemas } from '@/api/client'
import { AS_HANDED_OVER } from './arranged'
import { drillsTold } from './told'
import { useRun, type UseRunReturn } from './useRun'

type Sheet = HomeSchemas['HomeSheet']

/** Two holds of ten seconds, each of which may last to fourteen. */
function sheetOf(eases: { least: number; most: number } | null): Sheet {
  const pace = [1, 2].flatMap((number) => [{ word: 'hold', seconds: 10, number, of: 2, waits: !!eases }, { word: 'let go', seconds: 2, number, of: 2 }])
  const drills = [{ drill: 'lean', title: 'lean', side: 'both', paused: false, rest: false, sides: [{ side: 'both', pace, eases }] }]
  const timeline = [{ index: 0, kind: 'set-up', side: null, seconds: 15 }, { index: 0, kind: 'side', side: 'both', seconds: 24 }]
  return { version: 1, today: '2026-11-25', drills, timeline } as unknown as Sheet
}

describe('a hold that lasts until it lets go', () => {
  let run!: UseRunReturn
  let sheet: Sheet
  let close: () => void

  function open(eases: { least: number; most: number } | null): void {
    sheet = sheetOf(eases)
    const panel = mount(defineComponent({
      setup() {
        run = useRun(ref(sheet), 'token')
        return () => h('p')
      },
    }))
    close = () => panel.unmount()
    run.begin(1, AS_HANDED_OVER)
  }
  const held = () => drillsTold(sheet, run.state.value!, run.share).map((one) => one.held)

  beforeEach(() => {
    vi.useFakeTimers()
    localStorage.clear()
  })
  afterEach(() => {
    close()
    vi.useRealTimers()
  })

  it('is not over before its dose, whatever is tapped, and waits from then on', async () => {
    open({ least: 10, most: 14 })
    await vi.advanceTimersByTimeAsync(24_000)
    run.letGo()
    expect(run.holding.value).toBeNull()
    await vi.advanceTimersByTimeAsync(3_000)
    expect(run.holding.value).toBeGreaterThanOrEqual(11.5)
    expect(run.state.value!.at).toBeCloseTo(25, 1)
    run.letGo()
    expect(run.holding.value).toBeNull()
    await vi.advanceTimersByTimeAsync(1_000)
    expect(run.state.value!.at).toBeGreaterThan(25.5)
    expect(held()).toEqual(['12'])
  })

  it('is over at the top of its method by itself; the whole drill is done, and what was held is told', async () => {
    open({ least: 10, most: 14 })
    await vi.advanceTimersByTimeAsync(15_000 + 14_000 + 2_000 + 14_000 + 3_000)
    expect(run.state.value!.page).toBe('end')
    expect(held()).toEqual(['14 14'])
    expect(run.share(0)).toBe(100)
  })

  it('waits with the clock, and a drill that is begun anew is told anew', async () => {
    open({ least: 10, most: 14 })
    await vi.advanceTimersByTimeAsync(26_500)
    run.toggle()
    const at = run.holding.value
    await vi.advanceTimersByTimeAsync(5_000)
    expect(run.holding.value).toBe(at)
    run.again()
    expect(run.holding.value).toBeNull()
    expect(held()).toEqual([])
  })

  it('ends by its dose where nobody ticked it', async () => {
    open(null)
    await vi.advanceTimersByTimeAsync(15_000 + 24_000 + 1_000)
    expect(run.state.value!.page).toBe('end')
    expect(held()).toEqual([''])
  })
})
