import type { Group, PlanDraft, Row } from './usePlanDraft'

/** Changes of a plan by hand: pure, so that each can be undone and tested alone. */

/** The group of a drill; a drill that returns as a rest is in none. */
export const groupOf = (plan: PlanDraft, row: Row): Group | undefined =>
  row.rest ? undefined : plan.groups.find((group) => group.drills.includes(row.drill))

/** The rows in the order in which the server shows them. */
export function ordered(rows: readonly Row[], shown: readonly { drill: string; rest: boolean }[]): Row[] {
  const left = [...rows]
  const found = shown.flatMap((one) => {
    const at = left.findIndex((row) => row.drill === one.drill && !!row.rest === one.rest)
    return at < 0 ? [] : left.splice(at, 1)
  })
  return [...found, ...left]
}

/** Move a row; a group whose drills stand apart after it is taken apart. The titles of what was taken apart come back. */
export function move(plan: PlanDraft, from: number, to: number): Group[] {
  const rows = [...plan.drills]
  const [held] = rows.splice(from, 1)
  if (!held) return []
  rows.splice(to, 0, held)
  plan.drills = rows
  plan.order = 'own'
  return tidy(plan)
}

/** Drop groups that do not stand together any more, and drills that are gone; the dropped groups come back. */
export function tidy(plan: PlanDraft): Group[] {
  const counted = plan.drills.filter((row) => !row.rest).map((row) => row.drill)
  const places = plan.drills.map((row) => (row.rest ? '' : row.drill))
  const dropped: Group[] = []
  plan.drills = plan.drills.filter((row) => !row.rest || counted.includes(row.drill))
  plan.groups = plan.groups.flatMap((group) => {
    const drills = places.filter((drill) => group.drills.includes(drill))
    const first = places.indexOf(drills[0] ?? '')
    const together = drills.every((drill, n) => places[first + n] === drill)
    if (drills.length > 1 && together) return [{ ...group, drills }]
    dropped.push(group)
    return []
  })
  return dropped
}

/** Play a drill in turn with the one after it, in rounds; where one of them is in a group already, it grows. */
export function joinNext(plan: PlanDraft, at: number): boolean {
  const [one, next] = [plan.drills[at], plan.drills[at + 1]]
  if (!one || !next || one.rest || next.rest) return false
  const [mine, theirs] = [groupOf(plan, one), groupOf(plan, next)]
  if (mine && mine === theirs) return false
  const drills = [...(mine?.drills ?? [one.drill]), ...(theirs?.drills ?? [next.drill])]
  const rounds = mine?.rounds ?? theirs?.rounds ?? 2
  plan.groups = [...plan.groups.filter((group) => group !== mine && group !== theirs), { drills, rounds, order: mine?.order ?? theirs?.order ?? 'round' }]
  if (plan.order === 'rules') plan.order = 'own'
  return true
}

/** Set one part of a dose by hand, or take it back; what is left out stays the start dose's. */
export function setPart(row: Row, method: string, part: string, value: number | number[] | null): void {
  const dose: Record<string, number | number[] | null | undefined> = { ...(row.dose ?? {}) }
  if (value === null) delete dose[part]
  else dose[part] = value
  row.method = method
  row.step = null
  row.dose = Object.values(dose).some((one) => one !== null && one !== undefined) ? dose : null
}
