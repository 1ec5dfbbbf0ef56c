import { clinic, outcome, type Outcome, type Schemas } from '@/api/client'
import { useDraft, type UseDraftReturn } from '@/ui/useDraft'

export type Choices = Omit<Schemas['ChoicesIn'], 'revision'>

/** What a clinician chose by hand for this client: methods, needs, pinned and barred drills, hours of work. */
export function useChoices(visit: number, read: () => Promise<Outcome<Schemas['ChoicesOut']>>, saved: () => void): UseDraftReturn<Choices> {
  return useDraft<Choices>({
    key: `easepath:choices:${visit}`,
    delay: 150,
    read: async () => {
      const found = await read()
      if (!found.ok) return found
      const { revision, methods, needs_set, pinned, barred, work_hours } = found.data
      return { ok: true, data: { revision, value: { methods, needs_set, pinned, barred, work_hours } } }
    },
    save: (revision, value) => outcome(clinic.PUT('/api/visits/{visit}/choices', { params: { path: { visit } }, body: { revision, ...value } })),
    saved,
  })
}
