import { nextTick, ref, type ComputedRef, type Ref } from 'vue'
import type { Schemas } from '@/api/client'
import { groupOf, joinNext, move as moveRow, ordered, setPart, tidy } from './arrange'
import { newRow, type Group, type PlanDraft, type Row, type UsePlanDraftReturn } from './usePlanDraft'

type Shown = Schemas['PlanDrillOut']

export interface UseArrangingReturn {
  /** what was done, read aloud */
  said: Ref<string>
  /** which drill is open; -1 for none */
  opened: Ref<number>
  /** what a template or another plan could not bring along */
  left: Ref<{ name: string; said: string[] } | null>
  /** the row behind a drill as it is shown */
  rowOf: (shown: Shown) => Row | undefined
  groupAt: (n: number) => Group | null
  move: (from: number, to: number) => Promise<void>
  alter: (shown: Shown, values: Partial<Row>) => void
  part: (shown: Shown, name: string, value: number | number[] | null) => void
  swap: (at: number, id: string) => void
  /** how a drill is done at the second set of places */
  elsewhere: (drill: string, there: Row['there']) => void
  drop: (at: number) => void
  dropDrill: (drill: string) => void
  join: (at: number) => void
  returns: (at: number) => void
  put: (drill: Schemas['OtherDrill'], reason: string) => void
  take: (rows: Row[]) => void
  takeOver: (taken: Schemas['TakenOut']) => void
  changeGroup: (group: Group, values: Partial<Group> | null) => void
}

/** Everything a clinician changes about the session by hand; each is one change that can be taken back. */
export function useArranging({ draft, change }: UsePlanDraftReturn, drills: ComputedRef<Shown[]>, titles: ComputedRef<Record<string, string>>): UseArrangingReturn {
  const said = ref('')
  const opened = ref(-1)
  const left = ref<{ name: string; said: string[] } | null>(null)
  const isRow = (shown: Shown) => (row: Row) => row.drill === shown.drill && !!row.rest === shown.rest
  const rowOf = (shown: Shown) => draft.value.value?.drills.find(isRow(shown))

  /** One change by hand: the rows stand as they are seen, and groups that fall apart are said. */
  function arrange(make: (plan: PlanDraft) => void): void {
    change((plan) => {
      plan.drills = ordered(plan.drills, drills.value)
      make(plan)
      const apart = tidy(plan)
      if (apart.length) said.value = `taken apart: ${apart.flatMap((group) => group.drills).map((drill) => titles.value[drill] ?? drill).join(', ')}`
    })
  }

  /** the groups by the number of the drill they begin with */
  function groupAt(n: number): Group | null {
    const [plan, shown] = [draft.value.value, drills.value[n]]
    const row = shown && rowOf(shown)
    const group = plan && row && groupOf(plan, row)
    return group && group.drills.length > 1 && group.drills[0] === row.drill ? group : null
  }

  async function move(from: number, to: number): Promise<void> {
    const drill = drills.value[from]
    if (!drill || to < 0 || to >= drills.value.length) return
    arrange((plan) => {
      const apart = moveRow(plan, from, to)
      said.value = `${drill.title} is number ${to + 1} now${apart.length ? ', and its group is taken apart' : ''}`
    })
    opened.value = opened.value === from ? to : opened.value
    await draft.flush()
    await nextTick()
    document.querySelectorAll<HTMLElement>('.drills > [data-drill] .grip')[to]?.focus()
  }

  function alter(shown: Shown, values: Partial<Row>): void {
    arrange((plan) => {
      const row = plan.drills.find(isRow(shown))
      if (row) Object.assign(row, values)
    })
  }

  function part(shown: Shown, name: string, value: number | number[] | null): void {
    arrange((plan) => {
      const row = plan.drills.find((one) => one.drill === shown.drill && !one.rest)
      if (row) setPart(row, shown.method, name, value)
    })
  }

  function swap(at: number, id: string): void {
    const shown = drills.value[at]
    if (!shown) return
    arrange((plan) => {
      plan.drills[at] = newRow(id, shown.side)
      plan.groups = plan.groups.map((group) => ({ ...group, drills: group.drills.map((drill) => (drill === shown.drill ? id : drill)) }))
    })
  }

  function elsewhere(drill: string, there: Row['there']): void {
    arrange((plan) => {
      const row = plan.drills.find((one) => one.drill === drill && !one.rest)
      if (row) row.there = there
    })
  }

  function drop(at: number): void {
    arrange((plan) => { plan.drills.splice(at, 1) })
    opened.value = -1
  }

  function dropDrill(drill: string): void {
    arrange((plan) => { plan.drills = plan.drills.filter((row) => row.drill !== drill) })
  }

  function join(at: number): void {
    arrange((plan) => { joinNext(plan, at) })
  }

  function returns(at: number): void {
    const shown = drills.value[at]
    if (shown) arrange((plan) => { plan.drills.push({ ...newRow(shown.drill, shown.side), rest: true }) })
  }

  function put(drill: Schemas['OtherDrill'], reason: string): void {
    arrange((plan) => { plan.drills.push(newRow(drill.drill, drill.side, reason)) })
    said.value = `${drill.title} is on the sheet`
  }

  function take(rows: Row[]): void {
    change((plan) => Object.assign(plan, { drills: rows.map((row) => ({ ...row })), order: 'phases', groups: [] }))
    opened.value = -1
    left.value = null
  }

  function takeOver(taken: Schemas['TakenOut']): void {
    change((plan) => Object.assign(plan, { drills: taken.drills, order: taken.order, groups: taken.groups }))
    opened.value = -1
    left.value = { name: taken.name, said: taken.said }
    said.value = `${taken.name} is taken`
  }

  function changeGroup(group: Group, values: Partial<Group> | null): void {
    change((plan) => {
      plan.groups = plan.groups.flatMap((one) => (one.drills.join() !== group.drills.join() ? [one] : values ? [{ ...one, ...values }] : []))
    })
  }

  return { said, opened, left, rowOf, groupAt, move, alter, part, swap, elsewhere, drop, dropDrill, join, returns, put, take, takeOver, changeGroup }
}
