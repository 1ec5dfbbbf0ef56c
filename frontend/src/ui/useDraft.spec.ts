import { flushPromises, mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h } from 'vue'
import type { Outcome, Problem } from '@/api/client'
import { useDraft, type UseDraftReturn } from './useDraft'

interface Note { words: string }
const problem = (status: number, extra: Partial<Problem> = {}): Outcome<{ revision: number }> => ({
  ok: false,
  problem: { type: 't', title: 'no', status, detail: '', fields: {}, reasons: [], conflict: null, ...extra },
})

function open(
  save: (revision: number, note: Note) => Promise<Outcome<{ revision: number }>>,
  stands = () => ({ revision: 3, value: { words: 'first' } }),
) {
  let draft!: UseDraftReturn<Note>
  const Panel = defineComponent({
    setup() {
      draft = useDraft<Note>({
        key: 'note',
        delay: 10,
        read: () => Promise.resolve({ ok: true, data: stands() }),
        save,
      })
      return () => h('p')
    },
  })
  const panel = mount(Panel)
  return { draft, panel }
}

describe('a draft', () => {
  beforeEach(() => {
    vi.useFakeTimers()
    localStorage.clear()
  })
  afterEach(() => vi.useRealTimers())

  async function settle(): Promise<void> {
    await vi.advanceTimersByTimeAsync(20)
    await flushPromises()
  }

  it('saves once after a pause, on the revision it read', async () => {
    const save = vi.fn(async () => ({ ok: true as const, data: { revision: 4 } }))
    const { draft } = open(save)
    await draft.reload()
    draft.value.value!.words = 'sec'
    draft.value.value!.words = 'second'
    await settle()
    expect(save.mock.calls).toEqual([[3, { words: 'second' }]])
    expect(draft.state.value).toBe('saved')
    expect(localStorage.getItem('note')).toBeNull()
  })

  it('never saves one revision twice: timer, flush and unmount stand in one line', async () => {
    let revision = 3
    const taken: number[] = []
    const { draft, panel } = open(async (on) => {
      taken.push(on)
      await new Promise((done) => setTimeout(done, 30))
      return on === revision ? { ok: true as const, data: { revision: ++revision } } : problem(409)
    })
    await draft.reload()
    draft.value.value!.words = 'second'
    await vi.advanceTimersByTimeAsync(15)
    const flushed = [draft.flush(), draft.flush()]
    draft.value.value!.words = 'third'
    panel.unmount()
    await vi.advanceTimersByTimeAsync(200)
    await Promise.all(flushed)
    expect(taken).toEqual([3, 4])
    expect(draft.state.value).toBe('saved')
  })

  it('is read anew only after the save of the page before has come back', async () => {
    let revision = 3
    const save = async (on: number) => {
      await new Promise((done) => setTimeout(done, 30))
      return on === revision ? { ok: true as const, data: { revision: ++revision } } : problem(409)
    }
    const first = open(save)
    await first.draft.reload()
    first.draft.value.value!.words = 'second'
    await flushPromises()
    first.panel.unmount()
    const next = open(save, () => ({ revision, value: { words: revision === 3 ? 'first' : 'second' } }))
    void next.draft.reload()
    await vi.advanceTimersByTimeAsync(200)
    expect(next.draft.state.value).toBe('idle')
    expect(next.draft.value.value).toEqual({ words: 'second' })
  })

  it('keeps what it cannot send and sends it later', async () => {
    const answers = [problem(0), { ok: true as const, data: { revision: 4 } }]
    const { draft } = open(async () => answers.shift()!)
    await draft.reload()
    draft.value.value!.words = 'in a tunnel'
    await settle()
    expect(draft.state.value).toBe('offline')
    expect(localStorage.getItem('note')).toContain('in a tunnel')
    await vi.advanceTimersByTimeAsync(5_000)
    await flushPromises()
    expect(draft.state.value).toBe('saved')
  })

  it('stops at a conflict until the user chooses, and overwrites only then', async () => {
    const save = vi.fn(async (revision: number) => (revision === 9 ? { ok: true as const, data: { revision: 10 } } : problem(409, { conflict: { revision: 9 } })))
    const { draft } = open(save)
    await draft.reload()
    draft.value.value!.words = 'mine'
    await settle()
    expect(draft.state.value).toBe('conflict')
    draft.value.value!.words = 'still mine'
    await settle()
    expect(save).toHaveBeenCalledTimes(1)
    await draft.keepMine()
    expect(save).toHaveBeenLastCalledWith(9, { words: 'still mine' })
    expect(draft.state.value).toBe('saved')
  })

  it('marks the fields a refusal names', async () => {
    const { draft } = open(async () => problem(422, { fields: { words: 'is too long' } }))
    await draft.reload()
    draft.value.value!.words = 'x'
    await settle()
    expect(draft.state.value).toBe('refused')
    expect(draft.fields.value).toEqual({ words: 'is too long' })
  })
})
