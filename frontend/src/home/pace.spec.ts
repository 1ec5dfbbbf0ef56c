import { describe, expect, it } from 'vitest'
import { beatAt } from './pace'

const pace = [
  { word: 'hold', seconds: 10, number: 1, of: 2 }, { word: 'let go', seconds: 2, number: 1, of: 2 },
  { word: 'hold', seconds: 10, number: 2, of: 2 }, { word: 'let go', seconds: 2, number: 2, of: 2 },
]

describe('the beat of a side', () => {
  it.each([
    [0, 'hold', 1, 10], [9.4, 'hold', 1, 1], [10, 'let go', 1, 2], [12, 'hold', 2, 10], [23.9, 'let go', 2, 2], [24.5, 'let go', 2, 1],
  ])('at %d s is %s of %i with %i s left', (at, word, number, left) =>
    expect(beatAt(pace, at, 25)).toEqual({ word, number, of: 2, left, way: null }))

  it('is over after the side, and unknown without a pace', () => {
    expect(beatAt(pace, 25, 25)).toBeNull()
    expect(beatAt([], 1, 25)).toBeNull()
  })
})
