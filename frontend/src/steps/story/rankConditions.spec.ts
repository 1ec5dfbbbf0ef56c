import { describe, expect, it } from 'vitest'
import { rankConditions } from './rankConditions'

const condition = (id: string, name: string, words: string[]) => ({ id, name, region: 'hip', words, staged: false })
const ALL = [
  condition('itb', 'Outer-knee pain', ['outer knee pain', 'runner’s knee']),
  condition('groin', 'Groin (adductor) strain', ['groin strain', 'pulled groin']),
  condition('hamstring', 'Hamstring strain', ['pulled hamstring', 'torn hamstring']),
]
const ids = (text: string) => rankConditions(ALL, text).map((one) => one.id)

describe('finding a complaint by words', () => {
  it('keeps the order of the library while nothing is said', () => expect(ids('')).toEqual(['itb', 'groin', 'hamstring']))
  it.each([
    ['pulled groin at the ferry', 'groin'],
    ['torn hamstring', 'hamstring'],
    ['hamstrings', 'hamstring'],
    ['pain outside the knee, outer side', 'itb'],
  ])('%s', (text, first) => expect(ids(text)[0]).toBe(first))
  it('drops nothing, so that any complaint can still be picked', () => expect(ids('groin')).toHaveLength(3))
})
