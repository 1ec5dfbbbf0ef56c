import { describe, expect, it } from 'vitest'
import type { Schemas } from '@/api/client'
import type { Paint } from '@/ui/chart/paint'
import { changeWords, counted, doneWords, sticks } from './course'
import { niceStep } from '@/ui/chart/bounds'
import { courseOption, layout, stickWords, type CourseShown } from './courseOption'

type Session = Schemas['SessionOut']
type Drill = Session['drills'][number]
const drill = (more: Partial<Drill> = {}): Drill => ({ drill: 'rock', title: 'Rock back', side: 'left', done_pct: 100, during: 2, symptom: '', felt: '', felt_side: '', felt_words: '', mark: null, mark_side: '', held: '', marked: '', stopped: '', moved: '', kind: 'calm', why: '', stands_for: '', load: '', ...more })
const session = (date: string, more: Partial<Session> = {}): Session => ({ id: `${date}${JSON.stringify(more).length}`, date, version: 1, before: 1, worst: 2, worst_said: null, after: 1, morning: 1, unusual: 'none', kind: 'calm', drills: [drill()], note: '', at_break: '', left_out: null, ...more })
const out = { by: 'Hanne', date: '2026-11-20', reason: 'another pain' }

describe('sessions on the chart', () => {
  it('stand by date, two of one day apart, and without those left out of the count', () => {
    const found = sticks([session('2026-11-22'), session('2026-11-21', { before: 0 }), session('2026-11-21', { before: 3 }), session('2026-11-20', { left_out: out, kind: null })])
    expect(found.map((s) => [s.date, s.before])).toEqual([['2026-11-21', 3], ['2026-11-21', 0], ['2026-11-22', 1]])
    expect(found[1]!.at).toBeGreaterThan(found[0]!.at)
    expect(found[2]!.at - found[0]!.at).toBe(86_400_000)
  })

  it('of one drill are its own: its worst pain, its response, its side, and no session without it', () => {
    const one = session('2026-11-21', { worst: 6, kind: 'flared', drills: [drill({ during: 6, kind: 'flared' }), drill({ side: 'right', during: 1 })] })
    expect(sticks([one], { drill: 'rock', side: 'right' })[0]).toMatchObject({ worst: 1, kind: 'calm' })
    expect(sticks([one], { drill: 'rock', side: 'both' })[0]).toMatchObject({ worst: 6, kind: 'flared' })
    expect(sticks([one], { drill: 'bridge', side: 'both' })).toEqual([])
  })

  it('are counted by response, and what was left out of one is named', () => {
    expect(counted([session('2026-11-22'), session('2026-11-21', { kind: 'flared' }), session('2026-11-20', { kind: null, left_out: out })])).toBe('1 calm, 1 flared')
    expect(doneWords(session('2026-11-22', { drills: [drill(), drill({ title: 'Bridge', done_pct: 0 }), drill({ done_pct: null })] }))).toBe('1 of 3, without bridge, 1 not known')
  })

  it('say what is not known', () => {
    expect(stickWords(sticks([session('2026-11-22', { morning: null })])[0]!)).toBe('22 Nov: calm; before 1, worst 2, next morning not known')
  })
})

describe('the chart of a course', () => {
  const by: Paint = { ink: '', quiet: '', line: '', river: '', clay: '', card: '', rest: '', font: '' }
  const range: Schemas['RangeOut'] = { measure: 'toe-reach', name: 'Fingertips to floor', unit: 'cm', better: 'down', side: 'both', mdc: 4.5, goal: 5, norm: null, change: 'better', readings: [{ date: '2026-11-10', value: 24 }, { date: '2026-11-20', value: 15 }] }
  const shown = (more: Partial<CourseShown> = {}): CourseShown => ({ range, sticks: sticks([session('2026-11-21')]), versions: [], rests: [], weeks: [], limit: null, first: '2026-11-10', today: '2026-11-22', ...more })
  const axes = (of: CourseShown) => courseOption(of, by).yAxis as { inverse?: boolean; min: number; max: number }[]

  it('draws better upwards, and has room for the error and the goal', () => {
    const [axis] = axes(shown())
    expect(axis).toMatchObject({ inverse: true })
    expect(axis!.min).toBeLessThanOrEqual(5)
    expect(axis!.max).toBeGreaterThanOrEqual(28.5)
    expect(axes(shown({ range: { ...range, better: 'up' } }))[0]).toMatchObject({ inverse: false })
  })

  it.each([['better', '9 cm better'], ['no real change', 'no real change'], [null, ''], ['not comparable', 'not comparable: taken otherwise']] as const)('%s is said as "%s"', (change, words) => expect(changeWords({ ...range, change })).toBe(words))

  it('has a part for pain always, for a range and for weeks where there are any', () => {
    const weeks = [{ first: '2026-11-10', last: '2026-11-16', due: 3, done: 2 }]
    expect(axes(shown())).toHaveLength(2)
    expect(axes(shown({ range: null }))).toHaveLength(1)
    expect(axes(shown({ weeks }))).toHaveLength(3)
    expect(layout(shown({ weeks })).height).toBeGreaterThan(layout(shown()).height)
  })

  it.each([[0.4, 0.5], [3, 5], [7, 10], [12, 20], [31, 50]])('counts in round steps: %s becomes %s', (wide, step) => expect(niceStep(wide)).toBe(step))
})
