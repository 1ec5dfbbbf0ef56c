/** Where the client is inside one side of a drill; the beats and their seconds come from the clinic. */
export interface BeatAt {
  word: string
  number: number
  of: number
  /** whole seconds left in this beat */
  left: number
  /** the place of its direction among those of the drill */
  way: number | null
}

interface Beat { word: string; seconds: number; number: number; of: number; way?: number | null; waits?: boolean }

/** Where a hold ends that goes on until it lets go, at so many seconds into a side; null in any other beat. */
export function waitsAt(pace: readonly Beat[], seconds: number): number | null {
  let end = 0
  for (const beat of pace) {
    end += beat.seconds
    if (seconds < end) return beat.waits ? end : null
  }
  return null
}

/** The beat at so many seconds into a side; the last one lasts to the end of it. */
export function beatAt(pace: readonly Beat[], seconds: number, sideSeconds: number): BeatAt | null {
  let end = 0
  for (const [index, beat] of pace.entries()) {
    end += beat.seconds
    if (index === pace.length - 1) end = Math.max(end, sideSeconds)
    if (seconds < end) return { word: beat.word, number: beat.number, of: beat.of, left: Math.max(1, Math.ceil(end - seconds)), way: beat.way ?? null }
  }
  return null
}
