import { expect, it } from 'vitest'
import { conflictWords } from './conflictWords'

const TITLES = { 'lunge-rock': 'Rocking in a deep step' }

it.each<[string, unknown, string]>([
  ['nothing', null, 'not known'],
  ['an empty list', [], 'not known'],
  ['a figure', 0, '0'],
  ['an id', 'lunge-rock', 'Rocking in a deep step'],
  ['a word of the rules', 'knee-wall', 'knee wall'],
  ['rows of a plan', [{ drill: 'lunge-rock', side: 'left', step: 2, method: '', dose: null, rest: false }, { drill: 'calf-wall', side: 'both', dose: { sets: 4, hold_s: 30 }, rest: true }], 'Rocking in a deep step, left, step 2; calf wall, both, dose sets 4, hold s 30, rest'],
  ['reasons by drill', { 'lunge-rock': 'she dislikes it' }, 'Rocking in a deep step she dislikes it'],
])('tells %s in words', (_, value, words) => {
  expect(conflictWords(value, TITLES)).toBe(words)
})
