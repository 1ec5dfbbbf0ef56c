import { describe, expect, it } from 'vitest'
import type { Schemas } from '@/api/client'
import { gainWords, mean, shortGain } from './words'

describe('the words of a try-out', () => {
  it.each<[Schemas['GainOut'] | null, string]>([
    [{ amount: 11, error: 6, kind: 'better' }, '11° better, a real change: the error is 6°'],
    [{ amount: -8.5, error: 6, kind: 'worse' }, '8.5° worse, a real change: the error is 6°'],
    [{ amount: 4, error: 6, kind: 'no real change' }, 'no real change: 4° better, within the error of 6°'],
    [{ amount: -4, error: 6, kind: 'no real change' }, 'no real change: 4° worse, within the error of 6°'],
    [{ amount: 0, error: 6, kind: 'no real change' }, 'no change'],
    [null, 'Take the re-test before and after to see what the drill does.'],
  ])('for %o', (gain, words) => expect(gainWords(gain, 'deg')).toBe(words))

  it('are short on the strip, and nothing before there is a gain', () => {
    expect(shortGain({ amount: -8.5, error: 6, kind: 'worse' }, 'deg')).toBe('8.5° worse')
    expect(shortGain({ amount: 4, error: 6, kind: 'no real change' }, 'deg')).toBe('no real change')
    expect(shortGain(null, 'deg')).toBe('')
    expect(mean([23, 24])).toBe(23.5)
  })
})
