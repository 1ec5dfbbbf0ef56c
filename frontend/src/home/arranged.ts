import type { HomeSchemas } from '@/api/client'

type Sheet = HomeSchemas['HomeSheet']
type Drill = Sheet['drills'][number]
type Stretch = Sheet['timeline'][number]

/**
 * How a session is done today: at the second set of places or not, which side moves better, and the drills it leaves
 * out because they are not due. `pause` is the time of the break at work that it is.
 */
export interface Today {
  there: boolean
  better: '' | 'left' | 'right'
  off: string[]
  pause?: string
}

export const AS_HANDED_OVER: Today = { there: false, better: '', off: [] }

/** Whether the sheet leaves it to the day which side a drill begins with. */
export const asksBetter = (sheet: Pick<Sheet, 'drills'>): boolean => sheet.drills.some((drill) => drill.better_first)

/** The sheet as it is done today. */
export function arranged(sheet: Sheet, today: Today): Sheet {
  if (today.pause) return { ...sheet, ...atBreak(sheet, today.pause) }
  const there = today.there && sheet.elsewhere ? { ...sheet, ...played(sheet.elsewhere) } : sheet
  if (!today.better) return there
  const turned = new Set(there.drills.flatMap((drill, n) => (turns(drill, today.better) ? [n] : [])))
  return {
    ...there,
    drills: there.drills.map((drill, n) => (turned.has(n) ? { ...drill, sides: [...drill.sides].reverse() } : drill)),
    timeline: [...turned].reduce(turnedRound, there.timeline),
  }
}

function played({ drills, timeline, seconds, have_ready }: NonNullable<Sheet['elsewhere']>): Pick<Sheet, 'drills' | 'timeline' | 'seconds' | 'have_ready'> {
  return { drills, timeline, seconds, have_ready }
}

function turns(drill: Drill, better: Today['better']): boolean {
  return !!drill.better_first && drill.sides.length > 1 && drill.sides[0]?.side !== better
}

/** The sides of one drill change places on the tape, each with its own seconds. */
function turnedRound(timeline: Stretch[], index: number): Stretch[] {
  const isSide = (one: Stretch): boolean => one.index === index && one.kind === 'side'
  const waiting = { left: timeline.filter((one) => isSide(one) && one.side === 'left'), right: timeline.filter((one) => isSide(one) && one.side === 'right') }
  return timeline.map((one) => (isSide(one) && (one.side === 'left' || one.side === 'right') ? (waiting[one.side === 'left' ? 'right' : 'left'].shift() ?? one) : one))
}

/** The drills of a break at work that the sheet can play; an older sheet names them by their titles alone. */
export function breakDrills(sheet: Pick<Sheet, 'drills' | 'desk'>, at: string): Drill[] {
  const wanted = sheet.desk.find((one) => one.at === at)?.drills ?? []
  return sheet.drills.filter(({ rest }) => !rest).flatMap((drill) => {
    const mine = wanted.filter((one) => (one.drill ? one.drill === drill.drill : one.title === drill.title))
    const sides = drill.sides.filter(({ side }) => mine.some((one) => one.side === side || one.side === 'both'))
    return sides.length ? [{ ...drill, sides, side: sides.length === 1 ? sides[0]!.side : drill.side }] : []
  })
}

/** A break at work as a small session of its own: its drills and sides, each once. */
function atBreak(sheet: Sheet, at: string): Pick<Sheet, 'drills' | 'timeline' | 'seconds'> {
  const drills = breakDrills(sheet, at)
  const timeline = drills.flatMap((drill, index): Stretch[] => {
    const mine = sheet.timeline.filter((one) => one.index !== null && sheet.drills[one.index]?.drill === drill.drill)
    const first = (kind: Stretch['kind'], side?: string): Stretch[] => mine.filter((one) => one.kind === kind && (side === undefined || one.side === side)).slice(0, 1)
    return drill.sides.flatMap(({ side }, n) => [...(n ? first('change') : first('set-up')), ...first('side', side)]).map((one) => ({ ...one, index }))
  })
  return { drills, timeline, seconds: timeline.reduce((sum, { seconds }) => sum + seconds, 0) }
}
