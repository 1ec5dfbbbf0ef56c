import { describe, expect, it } from 'vitest'
import { siteWords } from '@/home/signs'
import { shortDate } from './dates'
import { newId } from './newId'
import { sidesWords } from './sides'

describe('words', () => {
  it.each([
    [{ side: 'both', sides: [{ side: 'both', words: '5 times' }] }, '5 times'],
    [{ side: 'left', sides: [{ side: 'left', words: '5 times' }] }, 'left side, 5 times'],
    [{ side: 'both', sides: [{ side: 'right', words: '5 times' }, { side: 'left', words: '5 times' }] }, '5 times, each side, right first'],
    [{ side: 'both', sides: [{ side: 'right', words: '5 times' }, { side: 'left', words: '2 sets of 5 times' }] }, 'right 5 times; left 2 sets of 5 times'],
    [{ side: 'both', sides: [] }, ''],
  ])('tells the sides of a drill', (drill, words) => expect(sidesWords(drill)).toBe(words))

  it('says where a drill should be felt in the words of its sheet', () => {
    expect(siteWords('target', 'the inner thigh')).toBe('where it should be: the inner thigh')
    expect(siteWords('front-of-hip', '')).toBe('front of the hip')
  })

  it('shows a date shortly, with the year when it is another, and unknown as a word', () => {
    const today = new Date('2026-11-25T12:00')
    expect(shortDate('2026-11-23', today)).toBe('23 Nov')
    expect(shortDate('2025-11-23', today)).toBe('23 Nov 2025')
    expect(shortDate(null, today)).toBe('not known')
  })

  it('makes ids that the server accepts, with and without a secure context', () => {
    const pattern = /^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/
    expect(newId()).toMatch(pattern)
    const original = crypto.randomUUID
    Object.defineProperty(crypto, 'randomUUID', { value: undefined, configurable: true })
    Reflect.deleteProperty(crypto, 'randomUUID')
    expect(newId()).toMatch(pattern)
    Object.defineProperty(crypto, 'randomUUID', { value: original, configurable: true })
  })
})
