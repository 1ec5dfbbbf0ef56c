import { afterEach, expect, it } from 'vitest'
import { de } from './de'
import { en } from './en'
import { lay, say, speak, unsaid } from '.'

afterEach(() => speak('en'))

it('says in German everything that it says in English, and nothing else', () => {
  expect(unsaid(de, en)).toEqual([])
  expect(unsaid(en, { ...de, sites: {} })).toEqual([])
})

it('goes over to a language and back', async () => {
  await speak('de')
  expect(say.today.start).toBe('Anfangen')
  expect(say.kept.some(2)).toContain('2 Meldungen')
  expect(document.documentElement.lang).toBe('de-DE')
  await speak('en')
  expect(say.today.start).toBe('Start')
  expect(en.today.start).toBe('Start')
})

it('speaks English where it has no such language, and where a word is missing', async () => {
  await speak('xx')
  expect(say.today.start).toBe('Start')
  const words = { today: { start: 'Start', done: 'Done' }, names: ['a'] }
  lay(words, { today: { start: 'Anfangen' } })
  expect(words).toEqual({ today: { start: 'Anfangen', done: 'Done' }, names: ['a'] })
  expect(unsaid({ today: { start: 'Anfangen' } }, words)).toEqual(['today.done', 'names'])
})
