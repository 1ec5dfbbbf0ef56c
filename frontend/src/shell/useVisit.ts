import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, type ComputedRef } from 'vue'
import { useRoute } from 'vue-router'
import { clinic, outcome, type Outcome, type Problem, type Schemas } from '@/api/client'

export interface UseVisitReturn {
  visit: ComputedRef<number>
  frame: ComputedRef<Schemas['Frame'] | undefined>
  /** why the frame could not be read */
  problem: ComputedRef<Problem | null>
  refresh: () => Promise<void>
}

/** The frame of the visit in the address: path, sheet in progress, what is in force. */
export function useVisit(): UseVisitReturn {
  const route = useRoute()
  const queries = useQueryClient()
  const visit = computed(() => Number(route.params.visit))
  const key = computed(() => ['visit', visit.value])
  const { data, error } = useQuery({
    queryKey: key,
    queryFn: async () => unwrap(await outcome(clinic.GET('/api/visits/{visit}', { params: { path: { visit: visit.value } } }))),
  })
  const refresh = () => queries.invalidateQueries({ queryKey: ['visit'] })
  return { visit, frame: computed(() => data.value), problem: computed(() => problemOf(error.value)), refresh }
}

/** A problem as a query holds it. */
export interface Unread extends Error { problem: Problem }

/** The data of an outcome; a problem is thrown for the query to hold. */
export function unwrap<T>(found: Outcome<T>): T {
  if (found.ok) return found.data
  throw Object.assign(new Error(found.problem.title), { problem: found.problem })
}

/** The problem a query holds; null while there is none. */
export function problemOf(error: Error | null): Problem | null {
  return error ? ((error as Unread).problem ?? null) : null
}
