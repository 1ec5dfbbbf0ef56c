import { describe, expect, it } from 'vitest'
import { onRight, smooth } from './body'

describe('the body chart', () => {
  it.each([
    ['front', 'left', true], ['front', 'right', false], ['back', 'left', false], ['back', 'right', true],
  ])('%s, %s side, drawn right of the midline: %s', (view, side, right) => {
    expect(onRight(view, side)).toBe(right)
  })

  it('draws a line through every point', () => {
    expect(smooth([[0, 0], [10, 10], [20, 0]])).toMatch(/^M0 0 C.* 10 10 C.* 20 0$/)
  })
})
