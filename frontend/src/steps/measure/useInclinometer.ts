import { onScopeDispose, ref, shallowRef } from 'vue'
import type { Problem } from '@/api/client'

/** Seconds, degrees of the limb, degrees of the pelvis (none with one sensor). */
export type Sample = [t: number, thigh: number, pelvis: number | null]

const LOST: Problem = { type: 'easepath:instrument', title: 'the inclinometer cannot be read', status: 0, id: '', detail: 'see that it is switched on and try again, or type the reading', fields: {}, reasons: [], conflict: null }

/** The instrument read live: each sample as it comes, until somebody freezes it or it ends by itself. */
export function useInclinometer(address: () => string) {
  const samples = shallowRef<Sample[]>([])
  const live = ref(false)
  const problem = ref<Problem | null>(null)
  let stopping: AbortController | undefined
  onScopeDispose(stop)

  function stop(): void {
    stopping?.abort()
    stopping = undefined
    live.value = false
  }

  /** Whether the instrument came to its own end with something told. */
  async function start(): Promise<boolean> {
    stop()
    const mine = (stopping = new AbortController())
    samples.value = []
    problem.value = null
    live.value = true
    try {
      const answer = await fetch(address(), { signal: mine.signal })
      if (!answer.ok || !answer.body) throw new Error(String(answer.status))
      const reader = answer.body.pipeThrough(new TextDecoderStream()).getReader()
      let rest = ''
      for (;;) {
        const { done, value } = await reader.read()
        if (done || mine !== stopping) break
        const lines = (rest + value).split('\n')
        rest = lines.pop() ?? ''
        samples.value = [...samples.value, ...lines.filter(Boolean).map((line) => JSON.parse(line) as Sample)]
      }
    } catch {
      if (mine === stopping) problem.value = LOST
    }
    if (mine !== stopping) return false
    stop()
    return samples.value.length > 0 && !problem.value
  }

  return { samples, live, problem, start, stop }
}
