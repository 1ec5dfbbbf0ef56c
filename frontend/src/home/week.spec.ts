import { describe, expect, it } from 'vitest'
import type { HomeSchemas } from '@/api/client'
import { isDue, nextDue, offToday, planned, stateOf, weekDone, weekOf } from './week'

type Sheet = HomeSchemas['HomeSheet']
const FIVE = [true, true, true, false, true, true, false] // from Monday 23 November
const TWO = [true, false, false, true, false, false, false]
const drill = (name: string, due: boolean[], per_day = 1) => ({ drill: name, due, per_day, rest: false, beside: false })
const day = (date: string, done = 0, more = {}) => ({ date, done, stopped: false, rests: false, worst: null, morning: null, ...more })

function sheetOf(today: string, days: object[], drills = [drill('often', FIVE, 2), drill('seldom', TWO)]): Sheet {
  return { date: '2026-11-23', today, days, drills, rests: [] } as unknown as Sheet
}

describe('the week of a sheet', () => {
  it('goes from Monday to Sunday', () => expect(weekOf('2026-11-25')).toEqual(['2026-11-23', '2026-11-24', '2026-11-25', '2026-11-26', '2026-11-27', '2026-11-28', '2026-11-29']))

  it('says how often, and what the next session leaves out', () => {
    const sheet = sheetOf('2026-11-23', [day('2026-11-23')])
    expect(planned(sheet, '2026-11-23')).toBe(2)
    expect(offToday(sheet, '2026-11-23', 0)).toEqual([])
    expect(offToday(sheet, '2026-11-23', 1)).toEqual(['seldom'])
    expect(nextDue(sheet, drill('seldom', TWO) as never)).toBe('2026-11-26')
  })

  it('makes up today for what was missed this week, with a day between where that is needed', () => {
    const missed = sheetOf('2026-11-26', [day('2026-11-23'), day('2026-11-24', 1), day('2026-11-25', 1), day('2026-11-26')])
    expect(isDue(missed, missed.drills[0]!, '2026-11-26')).toBe(true)
    const kept = sheetOf('2026-11-26', [day('2026-11-23', 1), day('2026-11-24', 1), day('2026-11-25', 1), day('2026-11-26')])
    expect(isDue(kept, kept.drills[0]!, '2026-11-26')).toBe(false)
    const close = sheetOf('2026-11-25', [day('2026-11-23'), day('2026-11-24', 1), day('2026-11-25')], [drill('often', FIVE), drill('seldom', [true, true, false, true, false, false, false])])
    expect(isDue(close, close.drills[1]!, '2026-11-25')).toBe(false)
  })

  it.each([
    ['2026-11-23', 0, 'done'], ['2026-11-23', 1, 'stop'], ['2026-11-24', 0, 'missed'], ['2026-11-25', 0, 'rest'], ['2026-11-27', 1, 'due'], ['2026-11-29', 0, 'none'],
  ])('marks %s, session %i, as %s', (date, n, state) => {
    const sheet = sheetOf('2026-11-26', [day('2026-11-23', 2, { stopped: true }), day('2026-11-24'), day('2026-11-25', 0, { rests: true }), day('2026-11-26')])
    expect(stateOf(sheet, date, n)).toBe(state)
    expect(weekDone(sheet)).toEqual({ done: 2, of: 11 })
  })
})
