import { ref, shallowRef, type Ref } from 'vue'
import { useRouter } from 'vue-router'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import { leftSaved } from '@/ui/useDraft'
import { handedOver } from './handedOver'
import { useVisit } from './useVisit'

export interface UseHandOverReturn {
  busy: Ref<boolean>
  problem: Ref<Problem | null>
  /** the day agreed for looking at it together, where there is one */
  handOver: (frame: Schemas['Frame'], reviewOn?: string | null) => Promise<void>
}

/** Hand the sheet of a visit over, and go to where its private link is shown. */
export function useHandOver(): UseHandOverReturn {
  const router = useRouter()
  const { refresh } = useVisit()
  const busy = ref(false)
  const problem = shallowRef<Problem | null>(null)

  async function handOver(frame: Schemas['Frame'], reviewOn: string | null = null): Promise<void> {
    busy.value = true
    await leftSaved()
    const result = await outcome(clinic.POST('/api/visits/{visit}/hand-over', { params: { path: { visit: frame.visit } }, body: { of_version: frame.sheet.version - 1, review_on: reviewOn } }))
    busy.value = false
    problem.value = result.ok ? null : result.problem
    if (!result.ok) return
    handedOver.value = { visit: frame.visit, link: result.data.link, version: result.data.version.number }
    void refresh()
    await router.push(`/visit/${frame.visit}/home`)
  }

  return { busy, problem, handOver }
}
