interface Sided {
  side: string
  sides: { side: string; words: string }[]
}

/** The dose of a drill with its sides: told once where both do the same; the day may decide which is the first. */
export function sidesWords(drill: Sided, better = false): string {
  const [first, second] = drill.sides
  if (!first) return ''
  const begins = better ? 'the side that moves better that day first' : `${first.side} first`
  if (second) return first.words === second.words ? `${first.words}, each side, ${begins}` : drill.sides.map((s) => `${s.side} ${s.words}`).join('; ') + (better ? `, ${begins}` : '')
  return drill.side === 'both' ? first.words : `${drill.side} side, ${first.words}`
}

/** A drill of a break with its side, where it has one. */
export const sided = (drill: { title: string; side: string }): string => (drill.side === 'both' ? drill.title : `${drill.title}, ${drill.side}`)
