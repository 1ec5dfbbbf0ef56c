import { ref } from 'vue'
import { homeClient, outcome, type HomeSchemas, type Problem } from '@/api/client'

type Letter =
  | { kind: 'session'; body: HomeSchemas['SessionIn'] }
  | { kind: 'morning'; body: HomeSchemas['MorningIn'] }

const RETRY = 8_000

/** Answers after which sending the same again could be taken: no connection, too busy, a fault of the server, a dead link. */
const waits = (status: number): boolean => status === 0 || status === 408 || status === 410 || status === 429 || status >= 500

/**
 * What the phone still has to send: kept until the clinic has it, sent again when the connection is back.
 * A report that the clinic refuses is put aside and told; it never holds up the next one.
 */
export function useOutbox(token: string) {
  const store = `easepath:unsent:${token}`
  const letters = ref<Letter[]>(JSON.parse(localStorage.getItem(store) ?? '[]') as Letter[])
  const aside = ref<Letter[]>(JSON.parse(localStorage.getItem(`${store}:aside`) ?? '[]') as Letter[])
  const refused = ref<Problem | null>(null)
  let timer: ReturnType<typeof setTimeout> | undefined

  function keep(): void {
    for (const [key, kept] of [[store, letters.value], [`${store}:aside`, aside.value]] as const) {
      if (kept.length) localStorage.setItem(key, JSON.stringify(kept))
      else localStorage.removeItem(key)
    }
  }

  async function post(letter: Letter) {
    const params = { path: { token } }
    if (letter.kind === 'session') return outcome(homeClient.POST('/home/api/{token}/sessions', { params, body: letter.body }))
    return outcome(homeClient.POST('/home/api/{token}/mornings', { params, body: letter.body }))
  }

  async function flush(): Promise<void> {
    clearTimeout(timer)
    while (letters.value.length) {
      const first = letters.value[0]!
      const result = await post(first)
      if (!result.ok && !waits(result.problem.status)) {
        aside.value = [...aside.value, first]
      } else if (!result.ok) {
        refused.value = result.problem.status === 0 ? null : result.problem
        timer = setTimeout(() => void flush(), RETRY)
        return
      }
      letters.value = letters.value.slice(1)
      if (result.ok) refused.value = null
      keep()
    }
  }

  async function send(letter: Letter): Promise<void> {
    letters.value = [...letters.value, letter]
    keep()
    await flush()
  }

  /** The client told the clinic about what it could not take. */
  function toldAside(): void {
    aside.value = []
    keep()
  }

  window.addEventListener('online', () => void flush())
  return { letters, aside, refused, send, flush, toldAside }
}
