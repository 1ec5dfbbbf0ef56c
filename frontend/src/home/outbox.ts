import { ref } from 'vue'
import { homeClient, outcome, type HomeSchemas, type Problem } from '@/api/client'

type Letter =
  | { kind: 'session'; body: HomeSchemas['SessionIn'] }
  | { kind: 'morning'; body: HomeSchemas['MorningIn'] }

const RETRY = 8_000

/** What the phone still has to send: kept until the clinic has it, sent again when the connection is back. */
export function useOutbox(token: string) {
  const store = `easepath:unsent:${token}`
  const letters = ref<Letter[]>(JSON.parse(localStorage.getItem(store) ?? '[]') as Letter[])
  const refused = ref<Problem | null>(null)
  let timer: ReturnType<typeof setTimeout> | undefined

  function keep(): void {
    if (letters.value.length) localStorage.setItem(store, JSON.stringify(letters.value))
    else localStorage.removeItem(store)
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
      if (!result.ok) {
        refused.value = result.problem.status === 0 ? null : result.problem
        timer = setTimeout(() => void flush(), RETRY)
        return
      }
      letters.value = letters.value.slice(1)
      refused.value = null
      keep()
    }
  }

  async function send(letter: Letter): Promise<void> {
    letters.value = [...letters.value, letter]
    keep()
    await flush()
  }

  window.addEventListener('online', () => void flush())
  return { letters, refused, send, flush }
}
