import type { Schemas } from '@/api/client'
import { shortDate } from '@/ui/dates'

type Complaint = Schemas['ComplaintOut']

export const ENDINGS: { value: Schemas['EndIn']['ended_as']; text: string }[] = [
  { value: 'reached', text: 'goal reached' }, { value: 'better', text: 'better' }, { value: 'same', text: 'no change' },
  { value: 'worse', text: 'worse' }, { value: 'elsewhere', text: 'goes on elsewhere' }, { value: 'stayed-away', text: 'stayed away' },
]

/** A complaint with its side: "Groin strain, left". */
export const nameOf = (one: Pick<Complaint, 'name' | 'side'>): string => [one.name, one.side === 'both' ? 'both sides' : one.side].filter(Boolean).join(', ')

/** How far a complaint is: in care since when, or how and when it ended. */
export function stateOf(one: Complaint): string {
  if (!one.closed) return `in care since ${shortDate(one.opened)}`
  const how = ENDINGS.find((ending) => ending.value === one.ended_as)?.text ?? 'ended'
  return `${how}, ${shortDate(one.closed)}${one.ended_by ? `, ${one.ended_by}` : ''}`
}

/** Visits, version and sessions in a line. */
export function historyOf(one: Complaint): string {
  const visits = one.visits.length === 1 ? '1 visit' : `${one.visits.length} visits`
  const sessions = one.sessions === 1 ? '1 session told' : `${one.sessions || 'no'} sessions told`
  return [one.since ? `since ${shortDate(one.since)}` : 'beginning not known', visits, one.version ? `version ${one.version}` : 'no program yet', one.version ? sessions : ''].filter(Boolean).join(' · ')
}
