import type { HomeSchemas } from '@/api/client'
import type { BeatAt } from './pace'
import { say } from './words'

type Drill = Pick<HomeSchemas['HomeDrill'], 'side' | 'sides'>

/** The dose of a drill with its sides: told once where both do the same; the day may decide which is the first. */
export function doseWords(drill: Drill, better = false): string {
  const [first, second] = drill.sides
  if (!first) return ''
  if (!second) return drill.side === 'both' ? first.words : say.drillsPage.oneSide(say.sideLow[drill.side] ?? drill.side, first.words)
  if (first.words !== second.words) return drill.sides.map((one) => say.drillsPage.oneSide(say.sideLow[one.side] ?? one.side, one.words)).join('; ')
  return better ? say.drillsPage.eachBetter(first.words) : say.drillsPage.eachSide(first.words, say.sideLow[first.side] ?? first.side)
}

/** A drill of a break with its side, where it has one. */
export const sided = (drill: { title: string; side: string }): string => (drill.side === 'both' ? drill.title : `${drill.title}, ${say.sideLow[drill.side] ?? drill.side}`)

/** A beat as it is read and said, with its direction where it has one: in the clinician's words, else the drill's. */
export function beatWords(drill: Pick<HomeSchemas['HomeDrill'], 'names' | 'ways'> | undefined, beat: BeatAt | null): string {
  if (!beat) return ''
  const word = say.beats[beat.word] ?? beat.word.charAt(0).toUpperCase() + beat.word.slice(1)
  const way = beat.way === null ? undefined : (drill?.names[beat.way] ?? drill?.ways[beat.way])
  return way ? `${word}, ${way}` : word
}
