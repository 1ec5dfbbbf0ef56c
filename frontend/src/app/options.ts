import { useQuery } from '@tanstack/vue-query'
import { computed, shallowRef } from 'vue'
import { clinic, outcome } from '@/api/client'
import { unwrap } from '@/shell/useVisit'

/** the names of the needs, once they are known */
const spoken = shallowRef<ReadonlyMap<string, string>>(new Map())

/** What the forms offer: conditions, factors, equipment, places, names of rules. */
export function useOptions() {
  const { data } = useQuery({
    queryKey: ['options'],
    staleTime: Infinity,
    queryFn: async () => {
      const found = unwrap(await outcome(clinic.GET('/api/library/options')))
      spoken.value = new Map(Object.entries(found.needs))
      return found
    },
  })
  const names = computed(() => new Map((data.value?.exposures ?? []).map((e) => [e.id, e.name])))
  return { options: data, exposureNames: names }
}

/** A need as the rules call it: "Wake adductor". */
export function needWords(need: string): string {
  const words = spoken.value.get(need) ?? need.replace(':', ' ').replaceAll('-', ' ')
  return words.charAt(0).toUpperCase() + words.slice(1)
}
