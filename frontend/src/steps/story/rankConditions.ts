import type { Schemas } from '@/api/client'

type Condition = Schemas['ConditionOut']

const words = (text: string): string[] => text.toLowerCase().split(/[^a-z]+/).filter((word) => word.length > 2)

/** How many of the searched words a condition's own words hold; a beginning counts half. Only a search, no diagnosis. */
function hits(condition: Condition, wanted: string[]): number {
  const own = words([condition.name, ...condition.words].join(' '))
  return wanted.reduce((sum, word) => {
    if (own.includes(word)) return sum + 1
    return sum + (own.some((one) => one.startsWith(word.slice(0, 4))) ? 0.5 : 0)
  }, 0)
}

/** Conditions whose words fit the text best first; without any text in the library's order. */
export function rankConditions(conditions: readonly Condition[], text: string): Condition[] {
  const wanted = words(text)
  if (!wanted.length) return [...conditions]
  const scored = conditions.map((condition, order) => ({ condition, order, score: hits(condition, wanted) }))
  return scored.sort((a, b) => b.score - a.score || a.order - b.order).map(({ condition }) => condition)
}
