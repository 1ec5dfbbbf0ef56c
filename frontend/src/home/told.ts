import type { HomeSchemas } from '@/api/client'
import type { Report, RunState } from './useRun'

type Sheet = HomeSchemas['HomeSheet']
type Told = HomeSchemas['DrillDone']

/** Holds of one drill whose seconds the clinic takes. */
const MOST_HELD = 25

/** What the clinic reads of a stop until more is told of it. */
export const PRESSED = 'pressed “It hurts: stop”; nothing more told yet'

/** The same, once more was told. */
export const PRESSED_AND_TOLD = 'pressed “It hurts: stop”'

/** Nothing special, and no more pain than before the session began. */
export const fine = (before: number | null): Report => ({ said: 'fine', during: before, symptom: 'none', felt: '' })

/** One drill as it is told; what nobody spoke of is not known. */
export function rowOf({ drill, side }: Pick<Sheet['drills'][number], 'drill' | 'side'>, done: number, report?: Report, held: readonly number[] = []): Told {
  return {
    drill, side, done_pct: report?.done_pct ?? done, during: report?.during ?? null, symptom: report?.symptom ?? '', felt: report?.felt ?? '',
    felt_side: report?.felt_side ?? '', felt_words: report?.felt_words ?? '', mark: null, mark_side: '', held: held.slice(0, MOST_HELD).join(' '), moved: report?.moved ?? '', stopped: report?.stopped ?? '',
  }
}

/** The drills of a session as they are told: each that was done in part at least, or spoken of; of one left out, nothing. */
export function drillsTold(sheet: Sheet, run: RunState, share: (index: number) => number): Told[] {
  return sheet.drills.flatMap((drill, index) => {
    const report = run.reports[drill.drill]
    const done = share(index)
    if (drill.rest || (run.leftOut.includes(drill.drill) && !report?.stopped) || (!report && !done)) return []
    return [rowOf(drill, done, report, run.held?.[index])]
  })
}

/** The titles of what was left out, as the clinic reads them. */
export function leftOutOf(sheet: Sheet, run: RunState, told: readonly Told[]): string[] {
  return sheet.drills.filter(({ drill, rest }) => !rest && run.leftOut.includes(drill) && !told.some((one) => one.drill === drill)).map(({ title }) => title)
}

/** A drill as it is told, with what was checked of its landmark on the side it begins with. */
export function withMark(sheet: Sheet, told: Told, mark: number | undefined): Told {
  const drill = sheet.drills.find((one) => one.drill === told.drill)
  return mark === undefined || !drill?.mark ? told : { ...told, mark, mark_side: drill.sides[0]?.side ?? '' }
}
