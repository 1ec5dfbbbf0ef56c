import { siteWords } from './toldWords'
import type { Schemas } from '@/api/client'
import { withUnit } from '@/ui/units'

type Session = Schemas['SessionOut']

/** One session on the chart of pain; `at` spreads the sessions of one day over it. */
export interface Stick { id: string; date: string; at: number; before: number | null; worst: number | null; morning: number | null; kind: Session['kind'] }

const HOUR = 3_600_000

/** The sessions that count, or those of one drill on one side, the earliest first. */
export function sticks(sessions: readonly Session[], drill?: { drill: string; side: string }): Stick[] {
  const found = sessions.filter((s) => !s.left_out).map((s) => stickOf(s, drill)).filter((s) => s !== null).reverse()
  const seen = new Map<string, number>()
  return found.map((one) => {
    const nth = seen.get(one.date) ?? 0
    seen.set(one.date, nth + 1)
    return { ...one, at: Date.parse(`${one.date}T08:00:00`) + nth * 6 * HOUR }
  })
}

function stickOf(session: Session, drill?: { drill: string; side: string }): Omit<Stick, 'at'> | null {
  const { id, date, before, morning } = session
  if (!drill) return { id, date, before, worst: session.worst, morning, kind: session.kind }
  const row = session.drills.find((d) => d.drill === drill.drill && (drill.side === 'both' || d.side === 'both' || d.side === drill.side))
  return row ? { id, date, before, worst: row.during, morning, kind: row.kind } : null
}

/** Sessions counted by their response: "14 calm, 1 stirred, 1 flared". */
export function counted(sessions: readonly Session[]): string {
  const kinds = sessions.map((s) => s.kind).filter((kind) => kind !== null)
  const parts = (['calm', 'stirred', 'flared', 'waiting'] as const).map((kind) => ({ kind, n: kinds.filter((k) => k === kind).length }))
  return parts.filter((p) => p.n).map((p) => `${p.n} ${p.kind}`).join(', ')
}

/** How many drills of a session were done, and which were not: "5 of 6, half kneeling left out". */
export function doneWords(session: Session): string {
  const undone = session.drills.filter((d) => d.done_pct === 0)
  const unknown = session.drills.filter((d) => d.done_pct === null).length
  const words = `${session.drills.length - undone.length - unknown} of ${session.drills.length}`
  const left = undone.length ? `, without ${undone.map((d) => d.title.toLowerCase()).join(', ')}` : ''
  return `${words}${left}${unknown ? `, ${unknown} not known` : ''}`
}

/** The change between the first and the last sitting: "9 cm better"; empty before there are two. */
export function changeWords(range: Schemas['RangeOut']): string {
  const first = range.readings[0], last = range.readings.at(-1)
  if (range.change === null || !first || !last) return ''
  if (range.change === 'not comparable') return 'not comparable: taken otherwise'
  return range.change === 'no real change' ? range.change : `${withUnit(Math.abs(last.value - first.value), range.unit)} ${range.change}`
}

/** What was felt in a drill and where, with its side and the client's own words; empty where nothing was told. */
export function feltWords(told: { symptom: string; felt: string; felt_side: string; felt_words: string }): string {
  const side = ['left', 'right', 'both'].includes(told.felt_side) ? (told.felt_side === 'both' ? 'both sides' : `${told.felt_side} side`) : ''
  const felt = told.symptom === 'none' ? 'nothing special' : told.symptom.replaceAll('-', ' ')
  return [felt, siteWords(told.felt), side, told.felt_words && `“${told.felt_words}”`].filter(Boolean).join(', ')
}
