import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { clinic, outcome, type Schemas } from '@/api/client'
import { useOptions } from '@/app/options'
import { ranked } from './ranked'
import { unwrap } from './useVisit'

export interface Found {
  kind: 'step' | 'person' | 'drill' | 'factor'
  id: string
  name: string
  /** what it is, read beside the name */
  says: string
  /** what else it is called: looked through, not read */
  called?: string
}

/** What can be found from anywhere: the steps and factors of the open visit, the people of the caseload, every drill. */
export function useFinder(open: () => boolean): { find: (text: string) => Found[]; go: (one: Found) => Promise<void> } {
  const route = useRoute()
  const router = useRouter()
  const { options } = useOptions()
  const visit = computed(() => (typeof route.params.visit === 'string' ? Number(route.params.visit) : 0))
  const { data: people } = useQuery({ queryKey: ['caseload'], enabled: computed(open), queryFn: async () => unwrap(await outcome(clinic.GET('/api/caseload', { params: { query: { sight: '' } } }))) })
  const { data: drills } = useQuery({ queryKey: ['drills'], enabled: computed(open), staleTime: Infinity, queryFn: async () => unwrap(await outcome(clinic.GET('/api/library/drills'))) })
  const { data: frame } = useQuery<Schemas['Frame']>({ queryKey: computed(() => ['visit', visit.value]), enabled: false })

  const all = computed<Found[]>(() => [
    ...(visit.value && frame.value ? frame.value.path.map((step) => ({ kind: 'step' as const, id: step.step, name: step.name, says: `step, ${step.words}` })) : []),
    ...(people.value?.lines ?? []).map((line) => ({ kind: 'person' as const, id: String(line.complaint), name: line.name, says: [line.condition, line.trade].filter(Boolean).join(', ') })),
    ...(drills.value ?? []).map((one) => ({ kind: 'drill' as const, id: one.id, name: one.title === one.name ? one.title : `${one.title} (${one.name})`, says: 'drill' })),
    ...(visit.value ? (options.value?.factors ?? []) : []).map((one) => ({ kind: 'factor' as const, id: one.id, name: one.name, says: 'background, in Screen', called: one.also.join(', ') })),
  ])

  async function go(one: Found): Promise<void> {
    if (one.kind === 'step') await router.push(`/visit/${visit.value}/${one.id}`)
    else if (one.kind === 'drill') await router.push(`/library/${one.id}`)
    else if (one.kind === 'factor') await router.push({ path: `/visit/${visit.value}/screening`, query: { factor: one.name } })
    else {
      const found = await outcome(clinic.POST('/api/complaints/{complaint}/visits', { params: { path: { complaint: Number(one.id) } } }))
      if (found.ok) await router.push(`/visit/${found.data.visit}/story`)
    }
  }

  return { find: (text) => ranked(all.value, text), go }
}
