import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { HomeSchemas } from '@/api/client'
import { keepSheet, keptSheet } from './keptSheet'

const SHEET = { today: '2026-11-30', done_today: true, rests: [], mornings_open: [], soreness_open: [], days: [], follows: [], home_check: { questions: [], asked_from: null } } as unknown as HomeSchemas['HomeSheet']

describe('the sheet a phone keeps', () => {
  beforeEach(() => {
    vi.useFakeTimers()
    localStorage.clear()
  })
  afterEach(() => vi.useRealTimers())

  it('is the sheet of the day it is looked at, without the network too', () => {
    vi.setSystemTime(new Date(2026, 10, 30, 21))
    keepSheet('s', SHEET)
    expect(keptSheet('s')).toEqual({ ...SHEET, precautions: [], limits: [], after_flare: [], breaks_done: [], language: 'en', unread: '', messages: [], review_at: '', wants: null })
    vi.setSystemTime(new Date(2026, 11, 2, 7))
    expect(keptSheet('s')).toMatchObject({ today: '2026-12-02', done_today: false })
  })

  it('keeps the clinic’s day where the phone’s differs', () => {
    vi.setSystemTime(new Date(2026, 11, 1, 1))
    keepSheet('s', SHEET)
    expect(keptSheet('s')?.today).toBe('2026-11-30')
  })

  it('asks the clinic where an older page kept something else', () => {
    localStorage.setItem('s', JSON.stringify({ on: '2026-11-30', sheet: { today: '2026-11-30' } }))
    expect(keptSheet('s')).toBeNull()
    expect(keptSheet('other')).toBeNull()
  })
})
