import { expect, it } from 'vitest'
import { fieldWords } from './fieldWords'

it.each([
  ['since', 'since'],
  ['birth_date', 'birth date'],
  ['drills.2.manner.cap_lift', 'drill 3, cap lift'],
  ['drills.0', 'drill 1'],
  ['groups.1.drills.0', 'group 2, drills'],
  ['methods.lengthen:hamstring', 'methods, lengthen:hamstring'],
])('%s is %s', (field, words) => {
  expect(fieldWords(field)).toBe(words)
})
