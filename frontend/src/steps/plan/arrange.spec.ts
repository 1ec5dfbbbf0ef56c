import { describe, expect, it } from 'vitest'
import { joinNext, move, ordered, setPart, tidy } from './arrange'
import { newRow, type PlanDraft } from './usePlanDraft'

const plan = (names: string, groups: PlanDraft['groups'] = []): PlanDraft => ({
  drills: [...names].map((name) => ({ ...newRow(name.toLowerCase(), 'both'), rest: name !== name.toLowerCase() })), stage: null, order: 'rules', groups,
})
const said = (one: PlanDraft) => one.drills.map((row) => (row.rest ? row.drill.toUpperCase() : row.drill)).join('')

describe('a plan by hand', () => {
  it('moves a drill anywhere, and the order is the clinician’s own from then on', () => {
    const one = plan('abc')
    move(one, 0, 2)
    expect([said(one), one.order]).toEqual(['bca', 'own'])
  })

  it('joins neighbours into a group that grows, and takes it apart when they part', () => {
    const one = plan('abcd')
    expect([joinNext(one, 0), joinNext(one, 1), joinNext(one, 3)]).toEqual([true, true, false])
    expect(one.groups).toEqual([{ drills: ['a', 'b', 'c'], rounds: 2, order: 'round' }])
    expect(joinNext(one, 0)).toBe(false)
    expect(move(one, 3, 1)).toHaveLength(1)
    expect(one.groups).toEqual([])
  })

  it('keeps a group whose drills change places among themselves', () => {
    const one = plan('abc', [{ drills: ['a', 'b'], rounds: 3, order: 'side' }])
    expect(move(one, 0, 1)).toEqual([])
    expect(one.groups).toEqual([{ drills: ['b', 'a'], rounds: 3, order: 'side' }])
  })

  it('lets a drill that returns go with the drill itself', () => {
    const one = plan('abA')
    one.drills = one.drills.slice(1)
    tidy(one)
    expect(said(one)).toBe('b')
  })

  it('puts rows into the order that is shown, a returning drill where it returns', () => {
    const one = plan('abA')
    const shown = [{ drill: 'b', rest: false }, { drill: 'a', rest: true }, { drill: 'a', rest: false }]
    expect(ordered(one.drills, shown).map((row) => [row.drill, row.rest])).toEqual([['b', false], ['a', true], ['a', false]])
  })

  it('keeps only the parts of a dose that were set', () => {
    const row = newRow('a', 'both')
    setPart(row, 'hold-moderate', 'hold_s', 30)
    setPart(row, 'hold-moderate', 'reps', 4)
    expect(row).toMatchObject({ method: 'hold-moderate', step: null, dose: { hold_s: 30, reps: 4 } })
    setPart(row, 'hold-moderate', 'hold_s', null)
    setPart(row, 'hold-moderate', 'reps', null)
    expect(row.dose).toBeNull()
  })
})
