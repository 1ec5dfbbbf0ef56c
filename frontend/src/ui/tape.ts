/** Laying out a session on the tape: where each stretch begins; only geometry, the seconds come from the server. */
export interface Stretch {
  index: number | null
  kind: string
  side: string | null
  seconds: number
}

export interface Placed extends Stretch {
  start: number
  end: number
}

/** Every stretch with its start and end in seconds from the beginning. */
export function place(stretches: readonly Stretch[]): Placed[] {
  let at = 0
  return stretches.map((stretch) => {
    const placed = { ...stretch, start: at, end: at + stretch.seconds }
    at = placed.end
    return placed
  })
}

/** The span of each drill: from its set-up to its last second. */
export function spans(placed: readonly Placed[]): { index: number; start: number; end: number }[] {
  const found = new Map<number, { index: number; start: number; end: number }>()
  for (const { index, start, end } of placed) {
    if (index === null) continue
    const span = found.get(index)
    if (span) span.end = end
    else found.set(index, { index, start, end })
  }
  return [...found.values()]
}

/** Each time a drill is played without another between: a drill in rounds has as many. */
export function runs(placed: readonly Placed[]): { index: number; start: number; end: number }[] {
  const found: { index: number; start: number; end: number }[] = []
  let before: number | null = null
  for (const { index, start, end } of placed) {
    const last = found.at(-1)
    if (index !== null && index === before && last) last.end = end
    else if (index !== null) found.push({ index, start, end })
    before = index
  }
  return found
}

/** Minutes and seconds in words. */
export function minutesWords(seconds: number): string {
  const whole = Math.round(seconds)
  const minutes = Math.floor(whole / 60)
  const rest = whole % 60
  if (!minutes) return `${rest} s`
  return rest ? `${minutes} min ${rest} s` : `${minutes} min`
}
