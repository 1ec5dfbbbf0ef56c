import { useQuery } from '@tanstack/vue-query'
import { computed, type ComputedRef } from 'vue'
import { homeClient, outcome, type HomeSchemas, type Problem } from '@/api/client'
import { motionOf } from '@/ui/pictures'
import { keepSheet, keptSheet } from './keptSheet'

type Sheet = HomeSchemas['HomeSheet']

export interface UseSheetReturn {
  /** the sheet as the clinic has it, without a network as the phone kept it; null while none is read */
  sheet: ComputedRef<Sheet | null>
  /** why there is none */
  problem: ComputedRef<Problem | null>
  /** ask the clinic; without an answer the kept sheet stays */
  read: () => Promise<void>
}

/** The client's sheet behind a private link. */
export function useSheet(token: string): UseSheetReturn {
  const store = `easepath:sheet:${token}`

  async function ask(): Promise<{ sheet: Sheet | null; problem: Problem | null }> {
    const found = await outcome(homeClient.GET('/home/api/{token}/sheet', { params: { path: { token } } }))
    if (found.ok) {
      keepSheet(store, found.data)
      keepPictures(found.data)
      return { sheet: found.data, problem: null }
    }
    if (found.problem.status === 0) {
      const kept = keptSheet(store)
      return { sheet: kept, problem: kept ? null : found.problem }
    }
    localStorage.removeItem(store)
    return { sheet: null, problem: found.problem }
  }

  // read when the page asks, and without a network too: a session under way is not changed behind the client's back
  const { data, refetch } = useQuery({ queryKey: ['sheet', token], queryFn: ask, enabled: false, retry: false, networkMode: 'always' })

  return {
    sheet: computed(() => data.value?.sheet ?? null),
    problem: computed(() => data.value?.problem ?? null),
    read: async () => { await refetch() },
  }
}

/** Ask for every picture at once, so that a session goes on without the network. */
function keepPictures(found: Sheet): void {
  for (const drill of [...found.drills, ...(found.elsewhere?.drills ?? [])]) {
    for (const { side } of drill.sides) motionOf({ picture: drill.picture, side, place: drill.place }).catch(() => undefined)
  }
}
