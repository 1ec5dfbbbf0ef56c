import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { ref, shallowRef } from 'vue'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import { unwrap, useVisit } from '@/shell/useVisit'
import { newId } from '@/ui/newId'

type Reach = Schemas['ReachOut']
/** a line of the client comes in while the page is open */
const EVERY_MS = 60_000

/** How a client is reached: each act answers with how it stands then, so that nothing is read twice. */
export function useReach() {
  const { visit } = useVisit()
  const queries = useQueryClient()
  const key = ['visit', visit, 'reach'] as const
  const params = { path: { visit: visit.value } }
  const busy = ref(false)
  const problem = shallowRef<Problem | null>(null)
  const { data } = useQuery({
    queryKey: key, refetchOnMount: 'always', refetchInterval: EVERY_MS,
    queryFn: async () => unwrap(await outcome(clinic.GET('/api/visits/{visit}/reach', { params }))),
  })

  async function act(asked: () => ReturnType<typeof outcome<Reach>>): Promise<boolean> {
    busy.value = true
    const found = await asked()
    busy.value = false
    problem.value = found.ok ? null : found.problem
    if (found.ok) queries.setQueryData(['visit', visit.value, 'reach'], found.data)
    return found.ok
  }

  return {
    data, busy, problem,
    sendLink: (way: 'text' | 'mail') => act(() => outcome(clinic.POST('/api/visits/{visit}/sent-links', { params, body: { way } }))),
    remind: (told_by: Reach['told_by'], remind_at: string[]) => act(() => outcome(clinic.PUT('/api/visits/{visit}/reminders', { params, body: { told_by, remind_at } }))),
    agree: (visit_on: string | null, visit_at: string | null) => act(() => outcome(clinic.PUT('/api/visits/{visit}/next-visit', { params, body: { visit_on, visit_at } }))),
    write: (words: string, id = newId()) => act(() => outcome(clinic.POST('/api/visits/{visit}/messages', { params, body: { id, words } }))),
    read: () => act(() => outcome(clinic.POST('/api/visits/{visit}/messages/read', { params }))),
  }
}
