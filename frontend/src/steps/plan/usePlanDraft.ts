import { ref, type Ref } from 'vue'
import { clinic, outcome, type Outcome, type Schemas } from '@/api/client'
import { useDraft, type UseDraftReturn } from '@/ui/useDraft'

/** Letters of a reason; less says nothing to whoever reads it next year. */
export const SHORTEST_REASON = 10

export type Row = Schemas['TickedDrill']
export type Group = Schemas['DrillGroupIn']
export interface PlanDraft { drills: Row[]; stage: number | null; order: Schemas['SavePlan']['order']; groups: Group[] }

interface UsePlanDraftOptions {
  visit: number
  /** the draft as the step's view gives it, with its revision */
  read: () => Promise<Outcome<{ revision: number; value: PlanDraft }>>
  /** whether the stage may still be named by hand */
  stageOpen: () => boolean
  saved: () => void
}

export interface UsePlanDraftReturn {
  draft: UseDraftReturn<PlanDraft>
  /** make one change that `undo` takes back */
  change: (make: (plan: PlanDraft) => void) => void
  undo: () => void
  undoable: Ref<number>
}

/** A drill newly put on the sheet: method and dose are the rules' choice. */
export function newRow(drill: string, side: Row['side'], reason = ''): Row {
  return { drill, side, method: '', step: null, place: '', rest: false, reason, names: [] }
}

/** The sheet in progress: the drills in order with their choices, groups and reasons; with undo. */
export function usePlanDraft(options: UsePlanDraftOptions): UsePlanDraftReturn {
  const stack: string[] = []
  const undoable = ref(0)
  const draft = useDraft<PlanDraft>({
    key: `easepath:plan:${options.visit}`,
    delay: 150,
    read: options.read,
    save: (revision, value) => outcome(clinic.PUT('/api/visits/{visit}/plan', {
      params: { path: { visit: options.visit } },
      body: { revision, drills: value.drills, order: value.order, groups: value.groups, stage: options.stageOpen() ? value.stage : null },
    })),
    saved: options.saved,
  })

  function change(make: (plan: PlanDraft) => void): void {
    if (!draft.value.value) return
    stack.push(JSON.stringify(draft.value.value))
    undoable.value = stack.length
    make(draft.value.value)
  }

  function undo(): void {
    const last = stack.pop()
    undoable.value = stack.length
    if (last) draft.value.value = JSON.parse(last) as PlanDraft
  }

  return { draft, change, undo, undoable }
}
