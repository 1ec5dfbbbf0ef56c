/** A drill of a break with its side, where it has one. */
export const sided = (drill: { title: string; side: string }): string => (drill.side === 'both' ? drill.title : `${drill.title}, ${drill.side}`)
