import { computed, onBeforeUnmount, ref, shallowRef, watch, type Ref } from 'vue'
import type { Outcome, Problem } from '@/api/client'
import { draftKey, ownerNow } from './draftOwner'

export type SaveWord = 'idle' | 'saving' | 'saved' | 'refused' | 'offline' | 'conflict' | 'lost'

/** What a draft was made on: the revision of its step, and that of the person where the step holds facts of the person. */
export interface Base {
  revision: number
  person_revision?: number
}

export interface UseDraftOptions<T> {
  /** where the draft is kept on this device until the server has it */
  key: string
  read: () => Promise<Outcome<Base & { value: T }>>
  save: (revision: number, value: T, person: number) => Promise<Outcome<Base>>
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
  /** whether a change that reached the clinic can be taken back, and the act that does it */
  undoable: Ref<boolean>
  undo: () => void
}

const RETRY = 4_000
/** How many changes of a step can be taken back. */
const STEPS_BACK = 20

/** One queue for each draft on this page, whichever component holds it: no save overtakes another, no read a save. */
const queues = new Map<string, Promise<void>>()

/** Last saves of steps that were left. */
const leaving = new Set<Promise<void>>()

/** When everything typed in steps that were left has been sent: what is read after it knows of it. */
export async function leftSaved(): Promise<void> {
  await Promise.all(leaving)
}

function leave(save: Promise<void>): void {
  leaving.add(save)
  void save.finally(() => leaving.delete(save))
}

function inLine(key: string, task: () => Promise<void>): Promise<void> {
  const next = (queues.get(key) ?? Promise.resolve()).then(task)
  queues.set(key, next.catch(() => undefined))
  return next
}

function baseOf({ revision, person_revision }: Partial<Base>): Partial<Base> {
  return { ...(revision === undefined ? {} : { revision }), ...(person_revision === undefined ? {} : { person_revision }) }
}

/**
 * A draft that saves itself: kept on this device at once, sent after a pause, sent again when the network is back.
 * A save on an old revision is a conflict that the user settles; nothing is overwritten silently.
 */
export function useDraft<T extends object>(options: UseDraftOptions<T>): UseDraftReturn<T> {
  const key = draftKey(options.key)
  const owner = ownerNow()
  const value = ref<T | null>(null) as Ref<T | null>
  const state = ref<SaveWord>('idle')
  const at = ref('')
  const problem = shallowRef<Problem | null>(null)
  const fields = ref<Record<string, string>>({})
  let base: Base = { revision: 0 }
  let timer: ReturnType<typeof setTimeout> | undefined
  let known = ''
  const before = ref<string[]>([])
  const undoable = computed(() => before.value.length > 0)

  const reload = (): Promise<void> => inLine(key, readNow)

  async function readNow(): Promise<void> {
    const found = await options.read()
    if (!found.ok) {
      problem.value = found.problem
      const kept = readKept()
      if (kept && !value.value) value.value = kept.value
      if (kept) state.value = 'offline'
      return
    }
    base = { revision: 0, ...baseOf(found.data) }
    const told = JSON.stringify(found.data.value)
    if (told !== known) before.value = []
    known = told
    const kept = readKept()
    value.value = kept ? kept.value : found.data.value
    problem.value = null
    if (!kept) return
    base = { ...base, ...baseOf(kept) }
    schedule(0)
  }

  function readKept(): (Base & { value: T }) | null {
    const text = localStorage.getItem(key)
    return text ? (JSON.parse(text) as Base & { value: T }) : null
  }

  function schedule(delay = options.delay ?? 600): void {
    clearTimeout(timer)
    timer = setTimeout(() => void send(), delay)
  }

  const send = (): Promise<void> => inLine(key, sendNow)

  async function sendNow(): Promise<void> {
    if (!value.value || ownerNow() !== owner) return
    const text = JSON.stringify(value.value)
    if (text === known) {
      if (localStorage.getItem(key)) settle('saved', null)
      localStorage.removeItem(key)
      return
    }
    state.value = 'saving'
    const result = await options.save(base.revision, JSON.parse(text) as T, base.person_revision ?? 0)
    if (result.ok) {
      base = { ...base, ...baseOf(result.data) }
      if (before.value.at(-1) === text) before.value.pop()
      else before.value = [...before.value, known].slice(-STEPS_BACK)
      known = text
      const newer = JSON.stringify(value.value) !== text
      settle(newer ? 'saving' : 'saved', null)
      at.value = new Date().toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })
      if (newer) schedule()
      else localStorage.removeItem(key)
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
    const conflict = problem.value?.conflict as Partial<Base> | null
    base = { ...base, ...(conflict ? baseOf(conflict) : {}) }
    keep()
    await send()
  }

  async function takeTheirs(): Promise<void> {
    localStorage.removeItem(key)
    settle('idle', null)
    await reload()
  }

  /** Take the last change back; that is sent like any other change. */
  function undo(): void {
    const unsent = JSON.stringify(value.value) !== known
    const last = unsent ? known : before.value.at(-1)
    if (last) value.value = JSON.parse(last) as T
  }

  function keep(): void {
    localStorage.setItem(key, JSON.stringify({ ...base, value: value.value }))
  }

  watch(
    value,
    () => {
      if (!value.value) return
      if (JSON.stringify(value.value) === known) {
        // taken back to what the clinic has: nothing is unsaved any more
        if (localStorage.getItem(key) && state.value !== 'conflict') schedule()
        return
      }
      keep()
      if (state.value === 'saved' || state.value === 'idle') state.value = 'saving'
      if (state.value !== 'conflict') schedule()
    },
    { deep: true },
  )

  const onBack = () => state.value === 'offline' && schedule(0)
  window.addEventListener('online', onBack)
  onBeforeUnmount(() => {
    window.removeEventListener('online', onBack)
    clearTimeout(timer)
    if (state.value !== 'conflict') leave(send())
  })

  return { value, state, at, problem, fields, reload, keepMine, takeTheirs, flush: send, undoable, undo }
}
