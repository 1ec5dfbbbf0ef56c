import { describe, expect, it } from 'vitest'
import type { Schemas } from '@/api/client'
import { becameWords, linePoints, pointsWords, valueWords } from './outcomes'

const WORDS = ['much worse', 'worse', 'a little worse', 'the same', 'a little better', 'better', 'much better']
const course = (values: number[], more: Partial<Schemas['OutcomeCourse']> = {}): Schemas['OutcomeCourse'] => ({
  scale: 'activities', name: 'climb', low: 0, high: 10, error: 3, difference: values.length > 1 ? values.at(-1)! - values[0]! : null, change: 'better',
  points: values.map((value, n) => ({ date: `2026-0${n + 1}-01`, value })), ...more,
})
const scale = (words: string[] = []) => ({ words }) as unknown as Schemas['ScaleAsked']

describe('what is said of the whole', () => {
  it.each([
    [course([4]), scale(), 'asked once so far'],
    [course([4, 8]), scale(), '+4, better: more than its error of 3'],
    [course([8, 4], { change: 'worse' }), scale(), '−4, worse: more than its error of 3'],
    [course([4, 6], { change: 'within its error' }), scale(), '+2: within its error of 3'],
    [course([2], { low: -3, high: 3, error: 1, difference: 2 }), scale(WORDS), 'better, more than its error of 1'],
    [course([0], { low: -3, high: 3, error: 1, difference: 0, change: 'within its error' }), scale(WORDS), 'the same: within its error of 1'],
  ])('tells what became of it', (one, of, words) => expect(becameWords(one, of)).toBe(words))

  it('reads numbers and words', () => {
    expect(valueWords({ low: 0, high: 10 }, 4)).toBe('4 of 10')
    expect(pointsWords(course([-3, 3], { low: -3, high: 3 }), WORDS)).toContain('much worse')
  })

  it('draws higher as higher, inside its box, with the band about the first', () => {
    const { points, band } = linePoints(course([2, 9]), scale(), 150, 40)
    expect(points[1]!.y).toBeLessThan(points[0]!.y)
    expect(band.y).toBeLessThan(points[0]!.y)
    expect(band.y + band.height).toBeLessThanOrEqual(40)
    expect(linePoints(course([2]), scale(), 150, 40).points[0]!.x).toBe(75)
  })
})
