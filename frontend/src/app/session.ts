import { defineStore } from 'pinia'
import { ref } from 'vue'
import { clinic, onSignedOut, outcome, type Schemas } from '@/api/client'
import { clearDrafts, setOwner } from '@/ui/draftOwner'

/** Who is signed in; `lost` is set while a session ran out and the page behind it is kept. */
export const useSession = defineStore('session', () => {
  const me = ref<Schemas['Me'] | null>(null)
  const known = ref(false)
  const lost = ref(false)

  onSignedOut(() => {
    if (me.value) lost.value = true
  })

  function adopt(who: Schemas['Me'] | null): void {
    me.value = who
    setOwner(who?.username ?? '')
  }

  async function find(): Promise<void> {
    const found = await outcome(clinic.GET('/api/session'))
    adopt(found.ok ? (found.data ?? null) : null)
    known.value = true
  }

  async function signIn(username: string, password: string): Promise<Record<string, string>> {
    const found = await outcome(clinic.POST('/api/session', { body: { username, password } }))
    if (!found.ok) return Object.keys(found.problem.fields ?? {}).length ? found.problem.fields! : { password: found.problem.title }
    const another = me.value !== null && me.value.username !== found.data.username
    adopt(found.data)
    lost.value = false
    if (another) window.location.reload()
    return {}
  }

  async function signOut(): Promise<void> {
    await outcome(clinic.DELETE('/api/session'))
    clearDrafts()
    adopt(null)
    lost.value = false
  }

  const may = (verb: string): boolean => me.value?.may.includes(verb) ?? false

  return { me, known, lost, find, signIn, signOut, may }
})
