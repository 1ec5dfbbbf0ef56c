/** What is felt at a marked place: pain where nothing else is said. */
export const KINDS = [
  { value: 'pain', text: 'pain', said: 'pain' }, { value: 'numb', text: 'numb or tingling', said: 'numb or tingling' }, { value: 'stiff', text: 'stiff', said: 'stiff' },
] as const
export type Kind = (typeof KINDS)[number]['value']

export interface Marks {
  areas: string[]
  kinds: Record<string, string[]>
}

export function feltAt(marks: Marks, place: string): string[] {
  return marks.areas.includes(place) ? (marks.kinds[place] ?? ['pain']) : []
}

/** A place touched while a kind is chosen: the kind is felt there, or no more; where nothing is felt the mark goes. */
export function touched(marks: Marks, place: string, kind: Kind): Marks {
  const now = feltAt(marks, place)
  const felt = now.includes(kind) ? now.filter((one) => one !== kind) : [...now, kind]
  const kinds = Object.fromEntries(Object.entries(marks.kinds).filter(([key]) => key !== place))
  if (felt.length && felt.join() !== 'pain') kinds[place] = felt
  return { areas: felt.length ? [...marks.areas.filter((one) => one !== place), place] : marks.areas.filter((one) => one !== place), kinds }
}

/** The mark as words: what is felt is said only where it is not pain alone. */
export function feltWords(marks: Marks, place: string): string {
  const felt = feltAt(marks, place)
  return felt.join() === 'pain' ? '' : KINDS.filter((one) => felt.includes(one.value)).map((one) => one.said).join(', ')
}
