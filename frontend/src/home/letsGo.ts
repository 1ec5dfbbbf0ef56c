import type { HomeSchemas } from '@/api/client'
import type { Placed } from '@/ui/tape'
import { waitsAt } from './pace'

type Drill = HomeSchemas['HomeDrill']

/** A hold that lasts until it lets go: where on the tape its dose ends, that dose, and the most it may take, in seconds. */
export interface Hold {
  index: number
  end: number
  least: number
  most: number
}

/** The tape waits so much before the end of the hold, in seconds: behind it the next beat has begun. */
export const BEFORE = 0.001

/** The hold under way at a place on the tape, where it lasts until it lets go; null in any other moment. */
export function holdUnderWay(at: number, stretch: Placed | undefined, drill: Drill | undefined): Hold | null {
  if (stretch?.kind !== 'side' || stretch.index === null || !drill) return null
  const side = drill.sides?.find((one) => one.side === stretch.side) ?? drill.sides?.[0]
  const end = side?.eases ? waitsAt(side.pace ?? [], at - stretch.start) : null
  return end === null || !side?.eases ? null : { index: stretch.index, end: stretch.start + end, ...side.eases }
}
