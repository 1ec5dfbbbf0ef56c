import { defineStore } from 'pinia'
import { ref } from 'vue'
import { clinic, doorOpened, onSignedOut, outcome, type Problem, type Schemas } from '@/api/client'
import { clearDrafts, setOwner } from '@/ui/draftOwner'

/** Who is signed in; `lost` is set while a session ran out and the page behind it is kept. */
export const useSession = defineStore('session', () => {
  const me = ref<Schemas['Me'] | null>(null)
  const known = ref(false)
  const lost = ref(false)

  const locked = ref(false)

  onSignedOut((kind) => {
    if (me.value && kind === 'easepath:locked') locked.value = true
    else if (me.value) lost.value = true
  })

  function adopt(who: Schemas['Me'] | null): void {
    me.value = who
    setOwner(who?.username ?? '')
    locked.value = who?.locked ?? false
  }

  async function find(): Promise<void> {
    const found = await outcome(clinic.GET('/api/session'))
    adopt(found.ok ? (found.data ?? null) : null)
    known.value = true
  }

  /** What is wrong with what was typed, by field; nothing when the door opened. */
  function faultsOf(problem: Problem): Record<string, string> {
    if (Object.keys(problem.fields ?? {}).length) return problem.fields
    return { password: problem.detail ? `${problem.title}: ${problem.detail}` : problem.title }
  }

  async function signIn(username: string, password: string, code: string): Promise<Record<string, string>> {
    const found = await outcome(clinic.POST('/api/session', { body: { username, password, code } }))
    if (!found.ok) return faultsOf(found.problem)
    doorOpened()
    const another = me.value !== null && me.value.username !== found.data.username
    adopt(found.data)
    lost.value = false
    if (another) window.location.reload()
    return {}
  }

  /** Nobody is at the screen: the page stays behind the lock, with what was entered. */
  async function lock(): Promise<void> {
    if (!me.value || locked.value) return
    locked.value = true
    await outcome(clinic.POST('/api/session/lock'))
  }

  async function unlock(password: string): Promise<Record<string, string>> {
    const found = await outcome(clinic.POST('/api/session/unlock', { body: { password } }))
    if (!found.ok) return faultsOf(found.problem)
    doorOpened()
    adopt(found.data)
    return {}
  }

  async function signOut(): Promise<void> {
    await outcome(clinic.DELETE('/api/session'))
    clearDrafts()
    adopt(null)
    lost.value = false
  }

  const may = (verb: string): boolean => me.value?.may.includes(verb) ?? false

  return { me, known, lost, locked, find, adopt, signIn, lock, unlock, signOut, may }
})
