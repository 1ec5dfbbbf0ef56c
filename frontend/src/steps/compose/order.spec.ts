import { describe, expect, it } from 'vitest'
import { moved } from './order'

const drills = [
  { drill: 'a', phase: 'settle' }, { drill: 'b', phase: 'lengthen' }, { drill: 'c', phase: 'lengthen' },
  { drill: 'd', phase: 'lengthen' }, { drill: 'e', phase: 'strengthen' },
]

describe('moving a drill', () => {
  it.each([
    [1, 3, ['a', 'c', 'd', 'b', 'e']],
    [3, 1, ['a', 'd', 'b', 'c', 'e']],
    [2, 1, ['a', 'c', 'b', 'd', 'e']],
  ])('goes from %i to %i inside its phase', (from, to, order) => expect(moved(drills, from, to)).toEqual(order))

  it.each([[0, 1], [1, 0], [4, 3], [1, 1], [1, 9], [-1, 0]])('does not go from %i to %i', (from, to) =>
    expect(moved(drills, from, to)).toBeNull())
})
