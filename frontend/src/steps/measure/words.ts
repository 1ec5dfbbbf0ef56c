import type { Schemas } from '@/api/client'
import { withUnit } from '@/ui/units'

type Row = Schemas['RowOut']
const FROM: Record<string, string> = { 'other-side': 'the other side', norm: 'the norm', goal: 'the goal' }

/** What a value says about its shortfall: "19° short of the other side, 42°". */
export function shortWords(row: Row, unit: string): string {
  if (row.reference === null || row.deficit === null) return 'no reference for it'
  const from = `${FROM[row.reference_from ?? ''] ?? 'the reference'}, ${withUnit(row.reference, unit)}`
  if (Math.abs(row.deficit) <= row.mdc) return `level with ${from}, within ${withUnit(row.mdc, unit)}`
  return row.deficit > 0 ? `${withUnit(row.deficit, unit)} short of ${from}` : `${withUnit(-row.deficit, unit)} beyond ${from}`
}

/** How the readings agree: a single one says so, a spread above the error asks for another. */
export function spreadWords(row: Row, unit: string): string {
  if (row.single) return 'a single reading'
  const words = `mean of ${row.trials.length}, spread ${withUnit(row.spread, unit)}`
  return row.repeat ? `${words}: more than the error, take another` : words
}

/** What changed since the sitting before that is alike. */
export function changeWords(row: Row): string {
  if (!row.change) return 'first sitting'
  return row.change === 'not comparable' ? 'not comparable with the sitting before' : `${row.change} since the sitting before`
}

/** Whether the sides differ by more than the error. */
export function sidesDifferWords(row: Row, side: string, unit: string): string {
  if (row.side_difference === null) return ''
  const amount = withUnit(Math.abs(row.side_difference), unit)
  if (!row.difference_real) return `the sides are level within the error (${amount})`
  return `${side} ${row.side_difference > 0 ? 'higher' : 'lower'} by ${amount}, a real difference`
}
