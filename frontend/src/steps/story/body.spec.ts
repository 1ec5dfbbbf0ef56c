import { describe, expect, it } from 'vitest'
import { nearest, onRight, smooth, SPOTS } from './body'

describe('the body chart', () => {
  it.each([
    ['front', 'left', true], ['front', 'right', false], ['back', 'left', false], ['back', 'right', true],
  ])('%s, %s side, drawn right of the midline: %s', (view, side, right) => {
    expect(onRight(view, side)).toBe(right)
  })

  const PLACED = [{ key: 'a', x: 0, y: 0 }, { key: 'right', x: 20, y: 3 }, { key: 'askew', x: 15, y: 20 }, { key: 'below', x: 1, y: 30 }]
  it.each([
    ['a', 'ArrowRight', 'right'], ['a', 'ArrowDown', 'below'], ['right', 'ArrowLeft', 'a'], ['below', 'ArrowUp', 'a'], ['a', 'ArrowUp', undefined], ['a', 'x', undefined], ['gone', 'ArrowUp', undefined],
  ])('from %s, %s leads to %s', (from, key, to) => {
    expect(nearest(PLACED, from, key)).toBe(to)
  })

  it('leads from every place to every other by the arrow keys', () => {
    const back = new Set(['upper-back', 'low-back', 'buttock', 'outer-hip', 'calf', 'heel'])
    const placed = Object.entries(SPOTS).flatMap(([id, { x, y }]) => {
      const middle = back.has(id) || id.endsWith('-back') ? 160 : 0
      return [{ key: `${id}:left`, x: middle + x, y }, { key: `${id}:right`, x: middle - x, y }]
    })
    const seen = new Set(['groin:left'])
    for (const key of seen) for (const arrow of ['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown']) { const to = nearest(placed, key, arrow); if (to) seen.add(to) }
    expect(placed.map((one) => one.key).filter((key) => !seen.has(key))).toEqual([])
  })

  it('draws a line through every point', () => {
    expect(smooth([[0, 0], [10, 10], [20, 0]])).toMatch(/^M0 0 C.* 10 10 C.* 20 0$/)
  })
})
