import { flushPromises } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { useOutbox } from './outbox'

const MORNING = { kind: 'morning' as const, body: { id: 'a', session: 'b', pain: 1, unusual: 'none' as const, gone_48h: null } }

function answer(...replies: (Response | Error)[]) {
  const fetching = vi.fn(async () => {
    const reply = replies.shift() ?? new Response('{}', { status: 200, headers: { 'Content-Type': 'application/json' } })
    if (reply instanceof Error) throw reply
    return reply
  })
  vi.stubGlobal('fetch', fetching)
  return fetching
}

describe('what the phone still has to send', () => {
  beforeEach(() => {
    vi.useFakeTimers()
    localStorage.clear()
  })
  afterEach(() => {
    vi.useRealTimers()
    vi.unstubAllGlobals()
  })

  it('is sent at once when there is a connection', async () => {
    const fetching = answer()
    const box = useOutbox('one')
    await box.send(MORNING)
    expect(fetching).toHaveBeenCalledTimes(1)
    expect(localStorage.getItem('easepath:unsent:one')).toBeNull()
  })

  it('is kept without one, and sent later', async () => {
    const fetching = answer(new Error('offline'))
    const box = useOutbox('two')
    await box.send(MORNING)
    expect(box.letters.value).toHaveLength(1)
    expect(localStorage.getItem('easepath:unsent:two')).toContain('"pain":1')
    await vi.advanceTimersByTimeAsync(9_000)
    await flushPromises()
    expect(fetching).toHaveBeenCalledTimes(2)
    expect(box.letters.value).toHaveLength(0)
  })

  it('survives a closed tab', async () => {
    answer(new Error('offline'))
    await useOutbox('three').send(MORNING)
    answer()
    const again = useOutbox('three')
    expect(again.letters.value).toHaveLength(1)
    await again.flush()
    expect(again.letters.value).toHaveLength(0)
  })

  it('is put aside when the clinic refuses it, and holds up nothing', async () => {
    const problem = { type: 'easepath:invalid', title: 'Some values are not possible', status: 422, detail: '' }
    const fetching = answer(new Error('offline'), new Response(JSON.stringify(problem), { status: 422, headers: { 'Content-Type': 'application/problem+json' } }))
    const box = useOutbox('five')
    await box.send(MORNING)
    await box.send({ ...MORNING, body: { ...MORNING.body, id: 'next' } })
    expect(fetching).toHaveBeenCalledTimes(3)
    expect(box.letters.value).toEqual([])
    expect(box.aside.value.map((letter) => letter.body.id)).toEqual(['a'])
    expect(useOutbox('five').aside.value).toHaveLength(1)
    box.toldAside()
    expect(localStorage.getItem('easepath:unsent:five:aside')).toBeNull()
  })

  it('is kept behind a dead link, and says so', async () => {
    const problem = { type: 'easepath:dead-link', title: 'this link does not work any more', status: 410, detail: '' }
    answer(new Response(JSON.stringify(problem), { status: 410, headers: { 'Content-Type': 'application/problem+json' } }))
    const box = useOutbox('four')
    await box.send(MORNING)
    expect(box.stuck.value).toBe(true)
    expect(box.letters.value).toHaveLength(1)
  })
})
