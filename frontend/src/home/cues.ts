import type { HomeSchemas } from '@/api/client'
import type { Placed } from '@/ui/tape'
import { beatWords } from './drillWords'
import type { BeatAt } from './pace'
import type { Cue } from './useSound'
import { say } from './words'

type Drill = HomeSchemas['HomeDrill']

/** Where a session is when something is to be said. */
export interface Moment {
  stretch: Placed | undefined
  beat: BeatAt | null
  drill: Drill | undefined
  next: Drill | undefined
}

/** What tells one moment from the next: the stretch of the tape, and in it the beat. */
export function keyOf({ stretch, beat }: Moment): string {
  return stretch ? `${stretch.start} ${beat?.word ?? ''} ${beat?.number ?? ''}` : 'end'
}

const doseOf = (drill: Drill, side: string | null): string => (drill.sides.find((one) => one.side === side) ?? drill.sides[0])?.words ?? ''

/** What is said, and how it sounds, when a moment begins. */
export function cueOf(now: Moment, first: boolean): { words: string; cue: Cue } {
  const { stretch, beat, drill, next } = now
  if (!stretch) return { words: '', cue: 'end' }
  switch (stretch.kind) {
    case 'set-up': return { words: drill ? `${drill.title}. ${say.place[drill.place] ?? ''}. ${doseOf(drill, stretch.side)}` : '', cue: 'begin' }
    case 'change': return { words: say.player.change, cue: 'change' }
    case 'rise': return { words: say.player.rise, cue: 'change' }
    case 'move': return { words: next ? (say.goTo[next.place] ?? say.player.move) : say.player.move, cue: 'change' }
    default: {
      const side = first ? (say.side[stretch.side ?? ''] ?? '') : ''
      return { words: [side, beatWords(drill, beat)].filter(Boolean).join('. '), cue: first ? 'begin' : 'beat' }
    }
  }
}
