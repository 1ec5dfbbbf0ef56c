import type { HomeSchemas } from '@/api/client'

type Unusual = NonNullable<HomeSchemas['MorningIn']['unusual']>

const STORE = 'easepath:unusual'

/** Keep on this phone that a day was unusual, until its morning after is told. */
export function keepUnusual(date: string, day: Unusual | ''): void {
  localStorage.setItem(STORE, JSON.stringify({ date, day: day || 'none' }))
}

/** What was said of a day when its session ended; a usual one where nothing was said. */
export function unusualOn(date: string): Unusual {
  const kept = JSON.parse(localStorage.getItem(STORE) ?? 'null') as { date: string; day: Unusual } | null
  return kept?.date === date ? kept.day : 'none'
}
