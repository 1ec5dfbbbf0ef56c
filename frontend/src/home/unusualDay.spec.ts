import { beforeEach, expect, it } from 'vitest'
import { keepUnusual, unusualOn } from './unusualDay'

beforeEach(() => localStorage.clear())

it('is remembered for its own morning and for no other', () => {
  expect(unusualOn('2026-11-25')).toBe('none')
  keepUnusual('2026-11-25', 'travel')
  expect([unusualOn('2026-11-25'), unusualOn('2026-11-26')]).toEqual(['travel', 'none'])
  keepUnusual('2026-11-25', '')
  expect(unusualOn('2026-11-25')).toBe('none')
})
