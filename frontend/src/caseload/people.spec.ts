import { describe, expect, it } from 'vitest'
import { isOf, matches, people, sorted, stops, type Line, type Sort } from './people'

const line = (complaint: number, client: number, name: string, more: Partial<Line> = {}): Line => ({
  complaint, client, name, telephone: '', trade: 'baker', condition: 'Groin strain', side: 'left', kind: 'steady', urgency: 8, what: '', why: '', visit: 1, visit_number: 1,
  visit_open: true, version: 1, last_session: null, ripples: [], told: [], wrote: false, next_visit: null, last_visit: null, mine: true, as_of: null, ...more,
})
const LINES = [
  line(1, 7, 'Oda Fenn', { kind: 'look', last_session: '2026-11-20', next_visit: '2026-12-09' }),
  line(2, 8, 'Levi Stone', { kind: 'ask', last_session: '2026-11-28', next_visit: '2026-12-02', mine: false }),
  line(3, 7, 'Oda Fenn', { condition: 'After knee replacement', kind: 'steady', last_session: '2026-11-25', next_visit: '2026-12-01', mine: false }),
  line(4, 9, 'Ana Brook', { trade: 'glass-blower' }),
]

describe('the caseload by person', () => {
  it('has a person once, with every complaint and what is soonest and latest of them', () => {
    const [oda, ...others] = people(LINES)
    expect(others.map((one) => one.name)).toEqual(['Levi Stone', 'Ana Brook'])
    expect([oda?.lines.map((one) => one.complaint), oda?.nextVisit, oda?.lastHeard, oda?.mine]).toEqual([[1, 3], '2026-12-01', '2026-11-25', true])
  })

  it('keeps lines apart that know no client yet', () => {
    expect(people([line(1, 0, 'A'), line(2, 0, 'B')])).toHaveLength(2)
  })

  it.each([['everybody', 3], ['look', 1], ['ask', 1], ['steady', 2], ['stopped', 0]] as const)('under %s are %i', (filter, count) => {
    expect(people(LINES).filter((one) => isOf(one, filter))).toHaveLength(count)
  })

  it.each([['', 3], ['fenn knee', 1], ['glass', 1], ['groin oda', 1], ['nobody', 0]] as const)('finds by every word of “%s” %i', (text, count) => {
    expect(people(LINES).filter((one) => matches(one, text))).toHaveLength(count)
  })

  it.each<[Sort, string[]]>([
    ['urgent', ['Oda Fenn', 'Levi Stone', 'Ana Brook']], ['name', ['Ana Brook', 'Oda Fenn', 'Levi Stone']],
    ['visit', ['Oda Fenn', 'Levi Stone', 'Ana Brook']], ['heard', ['Ana Brook', 'Oda Fenn', 'Levi Stone']],
  ])('is sorted %s', (sort, names) => {
    expect(sorted(people(LINES), sort).map((one) => one.name)).toEqual(names)
  })

  it('tells of the newest sign first, whoever’s it is', () => {
    const told = (at: string) => [{ words: 'it locked', drill: 'Pelvic tilts', side: '', pain: 6, date: '2026-11-30', at }]
    const found = stops([line(1, 1, 'A', { told: told('2026-11-30 06:31') }), line(2, 2, 'B', { told: told('2026-11-30 07:52') }), line(3, 3, 'C')])
    expect(found.map((one) => one.line.name)).toEqual(['B', 'A'])
  })
})
