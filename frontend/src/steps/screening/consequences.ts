import type { Schemas } from '@/api/client'

export type Consequence = Schemas['ConsequenceOut']

export const TODOS: Record<NonNullable<Consequence['todo']>, string> = {
  measure: 'Measure it now',
  limit: 'Record the limit below, as the surgeon or you set it',
  falls: 'Ask about falls',
  clearance: 'Not before the surgeon clears it',
}

/** How many drills a cause decides, and how many of them stand on the sheet: “refuses 2, changes 5, 1 of them on the sheet”. */
export function counted(one: Consequence): string {
  const parts = ([['refuses', one.refuses], ['changes', one.changes], ['with care', one.cautions]] as const)
    .filter(([, count]) => count).map(([word, count]) => `${word} ${count}`)
  if (!parts.length) return 'decides no drill by itself'
  return one.on_sheet.length ? `${parts.join(', ')}; ${one.on_sheet.length} of them on the sheet` : parts.join(', ')
}
