import { ref, type Ref } from 'vue'
import { clinic, outcome, type Outcome, type Schemas } from '@/api/client'
import { useDraft, type UseDraftReturn } from '@/ui/useDraft'

type Order = Schemas['SaveMatch']['order']
export type Ticked = Schemas['TickedDrill']
export interface SheetDraft { drills: Ticked[]; stage: number | null; order: Order; groups: Schemas["DrillGroupIn"][] }

/** A drill newly put on the sheet: method and dose are the rules' choice. */
export function newRow(drill: string, side: Ticked['side'], place: Ticked['place'] = ''): Ticked {
  return { drill, side, method: '', step: null, place, rest: false, reason: '' }
}

interface UseSheetDraftOptions {
  visit: number
  /** the draft as the step's own view gives it, with its revision */
  read: () => Promise<Outcome<{ revision: number; value: SheetDraft }>>
  /** whether the stage may still be named by hand */
  stageOpen: () => boolean
  saved: () => void
}

export interface UseSheetDraftReturn {
  draft: UseDraftReturn<SheetDraft>
  /** make one change that `undo` takes back */
  change: (make: (sheet: SheetDraft) => void) => void
  undo: () => void
  undoable: Ref<number>
}

/** The sheet in progress as Match and Compose change it: the drills in order, each with its choices; with undo. */
export function useSheetDraft(options: UseSheetDraftOptions): UseSheetDraftReturn {
  const stack: string[] = []
  const undoable = ref(0)
  const draft = useDraft<SheetDraft>({
    key: `easepath:match:${options.visit}`,
    delay: 150,
    read: options.read,
    save: (revision, value) => outcome(clinic.PUT('/api/visits/{visit}/match', {
      params: { path: { visit: options.visit } },
      body: { revision, drills: value.drills, order: value.order, groups: value.groups, stage: options.stageOpen() ? value.stage : null },
    })),
    saved: options.saved,
  })

  function change(make: (sheet: SheetDraft) => void): void {
    if (!draft.value.value) return
    stack.push(JSON.stringify(draft.value.value))
    undoable.value = stack.length
    make(draft.value.value)
  }

  function undo(): void {
    const last = stack.pop()
    undoable.value = stack.length
    if (last) draft.value.value = JSON.parse(last) as SheetDraft
  }

  return { draft, change, undo, undoable }
}
