import { ref, type Ref } from 'vue'
import { homeClient, outcome, type HomeSchemas } from '@/api/client'

/** Where what was told is: on its way, with the clinic, or still on this phone. */
export type Post = 'sending' | 'sent' | 'kept'

export type Letter =
  | { kind: 'session'; body: HomeSchemas['SessionIn'] }
  | { kind: 'morning'; body: HomeSchemas['MorningIn'] }
  | { kind: 'check'; body: HomeSchemas['CheckIn'] }
  | { kind: 'outcome'; body: HomeSchemas['OutcomeIn'] }
  | { kind: 'message'; body: HomeSchemas['LineIn'] }

const RETRY = 8_000

/** Answers after which the same could be taken: no connection, a device that is not known, too busy, a fault, a dead link. */
const waits = (status: number): boolean => status === 0 || status === 403 || status === 408 || status === 410 || status === 429 || status >= 500

/** Letters that are kept on the phone; each change is made to what is stored, so that two open pages lose nothing. */
function keptLetters(key: string): { letters: Ref<Letter[]>; change: (how: (now: Letter[]) => Letter[]) => void } {
  const read = (): Letter[] => JSON.parse(localStorage.getItem(key) ?? '[]') as Letter[]
  const letters = ref(read())

  function change(how: (now: Letter[]) => Letter[]): void {
    letters.value = how(read())
    if (letters.value.length) localStorage.setItem(key, JSON.stringify(letters.value))
    else localStorage.removeItem(key)
  }
  window.addEventListener('storage', (event) => { if (event.key === key) letters.value = read() })
  return { letters, change }
}

const without = (id: string) => (now: Letter[]): Letter[] => now.filter(({ body }) => body.id !== id)
const and = (letter: Letter) => (now: Letter[]): Letter[] => [...without(letter.body.id)(now), letter]

/**
 * What the phone still has to send: kept until the clinic has it, sent again when the connection is back.
 * A report that the clinic refuses is put aside and told; it never holds up the next one.
 */
export function useOutbox(token: string) {
  const store = `easepath:unsent:${token}`
  const unsent = keptLetters(store)
  const aside = keptLetters(`${store}:aside`)
  /** sent since the sheet was read last: the sheet that the phone holds does not know of it yet */
  const newly = keptLetters(`${store}:newly`)
  /** what is here could not be sent: no network, or the clinic cannot take it now */
  const stuck = ref(false)
  let posting = ''
  let timer: ReturnType<typeof setTimeout> | undefined

  async function post(letter: Letter) {
    const params = { path: { token } }
    if (letter.kind === 'session') return outcome(homeClient.POST('/home/api/{token}/sessions', { params, body: letter.body }))
    if (letter.kind === 'check') return outcome(homeClient.POST('/home/api/{token}/checks', { params, body: letter.body }))
    if (letter.kind === 'outcome') return outcome(homeClient.POST('/home/api/{token}/outcomes', { params, body: letter.body }))
    if (letter.kind === 'message') return outcome(homeClient.POST('/home/api/{token}/messages', { params, body: letter.body }))
    return outcome(homeClient.POST('/home/api/{token}/mornings', { params, body: letter.body }))
  }

  async function flush(): Promise<void> {
    clearTimeout(timer)
    while (unsent.letters.value.length && !posting) {
      const first = unsent.letters.value[0]!
      posting = first.body.id
      const result = await post(first)
      posting = ''
      if (!result.ok && waits(result.problem.status)) {
        stuck.value = true
        timer = setTimeout(() => void flush(), RETRY)
        return
      }
      stuck.value = false
      ;(result.ok ? newly : aside).change(and(first))
      unsent.change(without(first.body.id))
    }
  }

  async function send(letter: Letter): Promise<void> {
    unsent.change(and(letter))
    await flush()
  }

  /** The sheet was read: what was sent before that stands in it. */
  function known(sent: readonly Letter[]): void {
    newly.change((now) => now.filter(({ body }) => !sent.some((one) => one.body.id === body.id)))
  }

  /** Take back a letter that has not gone yet; false where it is on its way or with the clinic. */
  function takeBack(id: string): boolean {
    if (posting === id || !unsent.letters.value.some(({ body }) => body.id === id)) return false
    unsent.change(without(id))
    return true
  }

  /** The client told the clinic about what it could not take. */
  function toldAside(): void {
    aside.change(() => [])
  }

  window.addEventListener('online', () => void flush())
  return { letters: unsent.letters, aside: aside.letters, newly: newly.letters, stuck, send, flush, known, takeBack, toldAside }
}
