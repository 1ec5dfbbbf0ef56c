import type { HomeSchemas } from '@/api/client'
import { say } from './words'

export type Unusual = NonNullable<HomeSchemas['MorningIn']['unusual']>

const STORE = 'easepath:unusual'

/** The kinds of day that are offered, in words. */
export const unusualDays = (): { value: Unusual; text: string }[] => Object.entries(say.morning.days).map(([value, text]) => ({ value: value as Unusual, text }))

/** Keep on this phone that a day was unusual, until its morning after is told. */
export function keepUnusual(date: string, day: Unusual | ''): void {
  localStorage.setItem(STORE, JSON.stringify({ date, day: day || 'none' }))
}

/** What was said of a day when its session ended; a usual one where nothing was said. */
export function unusualOn(date: string): Unusual {
  const kept = JSON.parse(localStorage.getItem(STORE) ?? 'null') as { date: string; day: Unusual } | null
  return kept?.date === date ? kept.day : 'none'
}
