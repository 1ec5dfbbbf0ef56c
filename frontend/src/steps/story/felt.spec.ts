import { describe, expect, it } from 'vitest'
import { feltAt, feltWords, touched, type Kind, type Marks } from './felt'

describe('what is felt at a place', () => {
  const CALF = 'calf:left'
  it.each<[string, Kind[], Marks, string]>([
    ['pain alone needs no word', ['pain'], { areas: [CALF], kinds: {} }, ''],
    ['numb without pain', ['numb'], { areas: [CALF], kinds: { [CALF]: ['numb'] } }, 'numb or tingling'],
    ['both', ['pain', 'numb'], { areas: [CALF], kinds: { [CALF]: ['pain', 'numb'] } }, 'pain, numb or tingling'],
    ['the last kind taken back takes the mark', ['stiff', 'stiff'], { areas: [], kinds: {} }, ''],
    ['pain stays when the other is taken back', ['pain', 'stiff', 'stiff'], { areas: [CALF], kinds: {} }, ''],
  ])('%s', (_, kinds, marks, words) => {
    const found = kinds.reduce((now, kind) => touched(now, CALF, kind), { areas: [], kinds: {} } as Marks)
    expect(found).toEqual(marks)
    expect(feltWords(found, CALF)).toBe(words)
  })

  it('leaves other places alone', () => {
    const before: Marks = { areas: ['foot:left', CALF], kinds: { 'foot:left': ['numb'] } }
    expect(touched(before, CALF, 'pain')).toEqual({ areas: ['foot:left'], kinds: { 'foot:left': ['numb'] } })
    expect(feltAt(before, 'heel:left')).toEqual([])
  })
})
