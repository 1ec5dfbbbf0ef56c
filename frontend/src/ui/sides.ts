interface Sided {
  side: string
  sides: { side: string; words: string }[]
}

/** The dose of a drill with its sides: told once where both do the same, side by side where they differ. */
export function sidesWords(drill: Sided): string {
  const [first, second] = drill.sides
  if (!first) return ''
  if (second) return first.words === second.words ? `${first.words}, each side, ${first.side} first` : drill.sides.map((s) => `${s.side} ${s.words}`).join('; ')
  return drill.side === 'both' ? first.words : `${drill.side} side, ${first.words}`
}

/** A drill of a break with its side, where it has one. */
export const sided = (drill: { title: string; side: string }): string => (drill.side === 'both' ? drill.title : `${drill.title}, ${drill.side}`)
