import { useQuery, useQueryClient } from '@tanstack/vue-query'
import type { Ref } from 'vue'
import type { Outcome } from '@/api/client'
import { leftSaved } from '@/ui/useDraft'
import { problemOf, unwrap } from './useVisit'

export interface UseStepReturn<T> {
  /** what the step shows, as it was read or saved last */
  view: Readonly<Ref<T | undefined>>
  /** ask anew; however many parts of the page ask at once, it is one request */
  read: () => Promise<Outcome<T>>
  /** ask anew after a change: an answer from before it that is still on its way does not count */
  readAnew: () => Promise<Outcome<T>>
  /** show what a save answered with */
  show: (found: T) => void
  /** whether an answer is on its way */
  busy: Readonly<Ref<boolean>>
}

/** What one step of a visit shows, kept where every part of the page reads it. */
export function useStep<T>(visit: number, step: string, ask: () => Promise<Outcome<T>>): UseStepReturn<T> {
  const queries = useQueryClient()
  const queryKey = ['step', visit, step]
  const queryFn = async () => {
    await leftSaved()
    return unwrap(await ask())
  }
  const { data, isFetching } = useQuery<T>({ queryKey, queryFn, enabled: false })

  async function read(): Promise<Outcome<T>> {
    try {
      return { ok: true, data: await queries.fetchQuery<T>({ queryKey, queryFn, staleTime: 0, retry: false }) }
    } catch (fault) {
      const problem = problemOf(fault instanceof Error ? fault : null)
      if (!problem) throw fault
      return { ok: false, problem }
    }
  }

  async function readAnew(): Promise<Outcome<T>> {
    await queries.getQueryCache().find({ queryKey })?.promise?.catch(() => undefined)
    return read()
  }

  return { view: data as Readonly<Ref<T | undefined>>, read, readAnew, show: (found) => { queries.setQueryData<T>(queryKey, found) }, busy: isFetching }
}
