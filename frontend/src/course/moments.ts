import type { Schemas } from '@/api/client'

type Moment = Schemas['Moment']
export const KINDS: { value: Moment['kind']; text: string }[] = [{ value: 'found', text: 'found' }, { value: 'given', text: 'given and decided' }, { value: 'home', text: 'at home' }]

/** Moments by their day, in the order they come; only those of a kind, where one is chosen. */
export function byDay(moments: readonly Moment[], kind: Moment['kind'] | 'all'): { date: string; moments: Moment[] }[] {
  const days: { date: string; moments: Moment[] }[] = []
  for (const one of moments) {
    if (kind !== 'all' && one.kind !== kind) continue
    if (days.at(-1)?.date !== one.date) days.push({ date: one.date, moments: [] })
    days.at(-1)!.moments.push(one)
  }
  return days
}
