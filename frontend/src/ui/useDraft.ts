import { onBeforeUnmount, ref, shallowRef, watch, type Ref } from 'vue'
import type { Outcome, Problem } from '@/api/client'

export type SaveWord = 'idle' | 'saving' | 'saved' | 'refused' | 'offline' | 'conflict' | 'lost'

export interface UseDraftOptions<T> {
  /** where the draft is kept on this device until the server has it */
  key: string
  read: () => Promise<Outcome<{ revision: number; value: T }>>
  save: (revision: number, value: T) => Promise<Outcome<{ revision: number }>>
  /** called after each successful save */
  saved?: () => void
  /** @default 600 */
  delay?: number
}

export interface UseDraftReturn<T> {
  value: Ref<T | null>
  state: Ref<SaveWord>
  at: Ref<string>
  problem: Ref<Problem | null>
  fields: Ref<Record<string, string>>
  reload: () => Promise<void>
  keepMine: () => Promise<void>
  takeTheirs: () => Promise<void>
  flush: () => Promise<void>
}

const RETRY = 4_000

/** One queue for each draft on this page, whichever component holds it: no save overtakes another, no read a save. */
const queues = new Map<string, Promise<void>>()

function inLine(key: string, task: () => Promise<void>): Promise<void> {
  const next = (queues.get(key) ?? Promise.resolve()).then(task)
  queues.set(key, next.catch(() => undefined))
  return next
}

/**
 * A draft that saves itself: kept on this device at once, sent after a pause, sent again when the network is back.
 * A save on an old revision is a conflict that the user settles; nothing is overwritten silently.
 */
export function useDraft<T extends object>(options: UseDraftOptions<T>): UseDraftReturn<T> {
  const value = ref<T | null>(null) as Ref<T | null>
  const state = ref<SaveWord>('idle')
  const at = ref('')
  const problem = shallowRef<Problem | null>(null)
  const fields = ref<Record<string, string>>({})
  let revision = 0
  let timer: ReturnType<typeof setTimeout> | undefined
  let known = ''

  const reload = (): Promise<void> => inLine(options.key, readNow)

  async function readNow(): Promise<void> {
    const found = await options.read()
    if (!found.ok) {
      problem.value = found.problem
      const kept = readKept()
      if (kept && !value.value) value.value = kept.value
      if (kept) state.value = 'offline'
      return
    }
    revision = found.data.revision
    known = JSON.stringify(found.data.value)
    const kept = readKept()
    value.value = kept ? kept.value : found.data.value
    problem.value = null
    if (kept && kept.revision !== revision) {
      revision = kept.revision
    }
    if (kept) schedule(0)
  }

  function readKept(): { revision: number; value: T } | null {
    const text = localStorage.getItem(options.key)
    return text ? (JSON.parse(text) as { revision: number; value: T }) : null
  }

  function schedule(delay = options.delay ?? 600): void {
    clearTimeout(timer)
    timer = setTimeout(() => void send(), delay)
  }

  const send = (): Promise<void> => inLine(options.key, sendNow)

  async function sendNow(): Promise<void> {
    if (!value.value) return
    const text = JSON.stringify(value.value)
    if (text === known) {
      if (localStorage.getItem(options.key)) settle('saved', null)
      localStorage.removeItem(options.key)
      return
    }
    state.value = 'saving'
    const result = await options.save(revision, JSON.parse(text) as T)
    if (result.ok) {
      revision = result.data.revision
      known = text
      settle('saved', null)
      at.value = new Date().toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })
      if (JSON.stringify(value.value) === text) localStorage.removeItem(options.key)
      else schedule()
      options.saved?.()
      return
    }
    const { problem: found } = result
    const word: SaveWord =
      found.status === 409 ? 'conflict' : found.status === 401 ? 'lost' : found.status === 0 ? 'offline' : 'refused'
    settle(word, found)
    if (word === 'offline' || word === 'lost') schedule(RETRY)
  }

  function settle(word: SaveWord, found: Problem | null): void {
    state.value = word
    problem.value = found
    fields.value = found?.fields ?? {}
  }

  async function keepMine(): Promise<void> {
    revision = (problem.value?.conflict?.revision as number | undefined) ?? revision
    keep()
    await send()
  }

  async function takeTheirs(): Promise<void> {
    localStorage.removeItem(options.key)
    settle('idle', null)
    await reload()
  }

  function keep(): void {
    localStorage.setItem(options.key, JSON.stringify({ revision, value: value.value }))
  }

  watch(
    value,
    () => {
      if (!value.value || JSON.stringify(value.value) === known) return
      keep()
      if (state.value !== 'conflict') schedule()
    },
    { deep: true },
  )

  const onBack = () => state.value === 'offline' && schedule(0)
  window.addEventListener('online', onBack)
  onBeforeUnmount(() => {
    window.removeEventListener('online', onBack)
    clearTimeout(timer)
    if (state.value !== 'conflict') void send()
  })

  return { value, state, at, problem, fields, reload, keepMine, takeTheirs, flush: send }
}
