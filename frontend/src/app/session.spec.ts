import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { clinic, outcome } from '@/api/client'
import { useSession } from './session'

const ME = { username: 'hanne', may: [], locked: false, second_factor: 'off' }
const told = (status: number, body: object): Response =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } })
const refused = (type: string): Response => told(401, { type, title: 'sign in first', status: 401 })

/** A server that answers each question when the test says so, in any order. */
function server(): ((answer: Response) => void)[] {
  const waiting: ((answer: Response) => void)[] = []
  vi.stubGlobal('fetch', () => new Promise((answer) => { waiting.push(answer) }))
  return waiting
}
const until = (waiting: unknown[], many: number) => vi.waitFor(() => { expect(waiting).toHaveLength(many) })

beforeEach(() => {
  vi.stubGlobal('location', { href: 'http://localhost/', origin: 'http://localhost', reload: () => undefined })
  setActivePinia(createPinia())
})

describe('a session that ran out', () => {
  it.each([
    ['signing in', 'easepath:signed-out', 'lost', (session: ReturnType<typeof useSession>) => session.signIn('hanne', 'x', '')],
    ['unlocking', 'easepath:locked', 'locked', (session: ReturnType<typeof useSession>) => session.unlock('x')],
  ] as const)('is not lost again by what was asked before %s and is refused later', async (_, type, word, open) => {
    const [waiting, session] = [server(), useSession()]
    session.adopt(ME as never)
    const before = outcome(clinic.GET('/api/caseload'))
    await until(waiting, 1)
    const opened = open(session)
    await until(waiting, 2)
    waiting[1]!(told(200, ME))
    expect(await opened).toEqual({})
    waiting[0]!(refused(type))
    expect((await before).ok).toBe(false)
    expect(session[word]).toBe(false)
  })

  it('is lost by what is asked after', async () => {
    const [waiting, session] = [server(), useSession()]
    session.adopt(ME as never)
    const opened = session.signIn('hanne', 'x', '')
    await until(waiting, 1)
    waiting[0]!(told(200, ME))
    await opened
    const after = outcome(clinic.GET('/api/caseload'))
    await until(waiting, 2)
    waiting[1]!(refused('easepath:signed-out'))
    await after
    expect(session.lost).toBe(true)
  })
})
