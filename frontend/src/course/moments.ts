import type { Schemas } from '@/api/client'

type Moment = Schemas['Moment']
/** A moment of a complaint; where several complaints stand together, its name beside it. */
export interface Told { moment: Moment; complaint: number; name?: string }
export const KINDS: { value: Moment['kind']; text: string }[] = [{ value: 'found', text: 'found' }, { value: 'given', text: 'given and decided' }, { value: 'home', text: 'at home' }]

/** Moments by their day, in the order they come; only those of a kind, where one is chosen. */
export function byDay(moments: readonly Told[], kind: Moment['kind'] | 'all'): { date: string; told: Told[] }[] {
  const days: { date: string; told: Told[] }[] = []
  for (const one of moments) {
    if (kind !== 'all' && one.moment.kind !== kind) continue
    if (days.at(-1)?.date !== one.moment.date) days.push({ date: one.moment.date, told: [] })
    days.at(-1)!.told.push(one)
  }
  return days
}
