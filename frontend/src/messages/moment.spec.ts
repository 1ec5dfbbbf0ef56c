import { expect, it } from 'vitest'
import { momentWords } from './moment'

it.each([
  ['2026-11-30T08:10:00', 'today 08:10'],
  ['2026-11-24T17:05:00', '24 Nov 17:05'],
  ['2025-12-31T23:59:00', '31 Dec 2025 23:59'],
])('says %s as %s', (at, said) => {
  expect(momentWords(at, new Date('2026-11-30T20:00:00'))).toBe(said)
})
