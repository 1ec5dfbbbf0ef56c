import { afterEach, expect, it } from 'vitest'
import { dayAndDate, dayOf, noon, timeOf, weekday } from './dates'
import { say, speak } from './words'

afterEach(() => speak('en'))

it.each(['en', 'de'])('names every day and month as the language does: %s', async (language) => {
  await speak(language)
  for (let n = 0; n < 366; n++) {
    const day = new Date(2028, 0, 1 + n, 12)
    expect(weekday(day)).toBe(day.toLocaleDateString(say.language, { weekday: 'long' }))
    expect(dayAndDate(day)).toBe(day.toLocaleDateString(say.language, { weekday: 'long', day: 'numeric', month: 'long' }))
  }
})

it.each([[new Date(2026, 0, 2, 0, 1), '2026-01-02', '00:01'], [new Date(2026, 11, 31, 23, 59), '2026-12-31', '23:59']])('reads day and time of %s on this phone', (moment, day, time) => {
  expect(dayOf(moment)).toBe(day)
  expect(dayOf(noon(day))).toBe(day)
  expect(timeOf(moment)).toBe(time)
})
