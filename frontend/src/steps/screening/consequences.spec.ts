import { describe, expect, it } from 'vitest'
import { counted, type Consequence } from './consequences'

const one = (refuses: number, changes: number, cautions: number, on_sheet: string[] = []): Consequence => ({
  cause: 'factor:x', kind: 'know', title: 'X', todo: null, refuses, changes, cautions, on_sheet, parts: [],
})

describe('what a cause decides', () => {
  it.each([
    [one(2, 5, 0, ['a']), 'refuses 2, changes 5; 1 of them on the sheet'],
    [one(0, 0, 3), 'with care 3'],
    [one(0, 0, 0), 'decides no drill by itself'],
  ])('is counted in one line', (found, said) => {
    expect(counted(found)).toBe(said)
  })
})
