import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { clinic, outcome } from '@/api/client'
import { unwrap } from '@/shell/useVisit'

/** What the forms offer: conditions, factors, equipment, places, names of rules. */
export function useOptions() {
  const { data } = useQuery({
    queryKey: ['options'],
    staleTime: Infinity,
    queryFn: async () => unwrap(await outcome(clinic.GET('/api/library/options'))),
  })
  const names = computed(() => new Map((data.value?.exposures ?? []).map((e) => [e.id, e.name])))
  return { options: data, exposureNames: names }
}

const TARGETS: Record<string, string> = { tfl: 'TFL', 'it-band-side': 'IT band side' }
const ACTIONS: Record<string, string> = {
  release: 'Release', mobilise: 'Mobilise', lengthen: 'Lengthen', activate: 'Wake', strengthen: 'Strengthen',
  control: 'Control', integrate: 'Integrate',
}

/** A need in words: "Wake: adductor". */
export function needWords(need: string): string {
  const [action = '', target = ''] = need.split(':')
  return `${ACTIONS[action] ?? action}: ${TARGETS[target] ?? target.replaceAll('-', ' ')}`
}
