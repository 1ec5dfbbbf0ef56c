import { expect, it } from 'vitest'
import type { HomeSchemas } from '@/api/client'
import { rowOf, withMark } from './told'

const SHEET = { drills: [{ drill: 'rock', mark: { what: 'elbow to floor', unit: 'hands' }, sides: [{ side: 'left' }] }, { drill: 'tilt', mark: null, sides: [{ side: 'both' }] }] } as unknown as HomeSchemas['HomeSheet']
const told = (drill: string) => rowOf({ drill, side: 'both' }, 100)

it.each([
  ['with what was checked on the side it begins with', 'rock', 3, [3, 'left']],
  ['nothing fits between', 'rock', 0, [0, 'left']],
  ['not checked', 'rock', undefined, [null, '']],
  ['without a landmark', 'tilt', 3, [null, '']],
] as const)('tells a drill %s', (_, drill, mark, expected) => {
  const found = withMark(SHEET, told(drill), mark)
  expect([found.mark, found.mark_side]).toEqual(expected)
})
