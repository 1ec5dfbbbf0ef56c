import { describe, expect, it } from 'vitest'
import { minutesWords, place, runs, spans } from './tape'

const SESSION = [
  { index: 0, kind: 'set-up', side: null, seconds: 15 },
  { index: 0, kind: 'side', side: 'both', seconds: 30 },
  { index: 1, kind: 'set-up', side: null, seconds: 15 },
  { index: 1, kind: 'side', side: 'right', seconds: 40 },
  { index: 1, kind: 'change', side: null, seconds: 8 },
  { index: 1, kind: 'side', side: 'left', seconds: 40 },
  { index: null, kind: 'rise', side: null, seconds: 25 },
]

describe('the tape', () => {
  it('has a run for each time a drill is played, and one span for all of them', () => {
    const rounds = place([0, 1, 0, 1].map((index) => ({ index, kind: 'side', side: 'both', seconds: 10 })))
    expect(runs(rounds).map((run) => [run.index, run.start])).toEqual([[0, 0], [1, 10], [0, 20], [1, 30]])
    expect(spans(rounds).map((span) => [span.index, span.end])).toEqual([[0, 30], [1, 40]])
  })

  it('lays every stretch end to end', () => {
    const placed = place(SESSION)
    expect(placed.map((s) => s.start)).toEqual([0, 15, 45, 60, 100, 108, 148])
    expect(placed.at(-1)?.end).toBe(173)
  })

  it('spans a drill from its set-up to its last second, and no drill over a gap', () => {
    expect(spans(place(SESSION))).toEqual([
      { index: 0, start: 0, end: 45 },
      { index: 1, start: 45, end: 148 },
    ])
  })

  it.each([
    [30, '30 s'],
    [60, '1 min'],
    [158, '2 min 38 s'],
  ])('says %d seconds as %s', (seconds, words) => expect(minutesWords(seconds)).toBe(words))
})
