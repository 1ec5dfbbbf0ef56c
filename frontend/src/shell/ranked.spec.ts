import { expect, it } from 'vitest'
import { ranked } from './ranked'

const named = (...names: string[]) => names.map((name) => ({ name, says: name === 'Marta Lind' ? 'toe reach' : 'drill' }))

it.each([
  ['lin', ['Lind row', 'Marta Lind'], ['Lind row', 'Marta Lind']],
  ['marta reach', ['Reach', 'Marta Lind'], ['Marta Lind']],
  ['toe', ['Toe spread', 'Marta Lind', 'Big toe'], ['Toe spread', 'Big toe', 'Marta Lind']],
  ['nobody', ['Marta Lind'], []],
])('%s finds by any of its words, names first', (text, names, found) => {
  expect(ranked(named(...names), text).map((one) => one.name)).toEqual(found)
})
