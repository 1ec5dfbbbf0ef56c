import { flushPromises, mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h } from 'vue'
import type { Outcome, Problem } from '@/api/client'
import { clearDrafts, draftKey, draftsWaiting, setOwner } from './draftOwner'
import { useDraft, type Base, type UseDraftReturn } from './useDraft'

interface Note { words: string }
const problem = (status: number, extra: Partial<Problem> = {}): Outcome<{ revision: number }> => ({
  ok: false,
  problem: { type: 't', title: 'no', status, id: '', detail: '', fields: {}, reasons: [], conflict: null, ...extra },
})

function open(
  save: (revision: number, note: Note, person: number) => Promise<Outcome<Base>>,
  stands: () => Base & { value: Note } = () => ({ revision: 3, value: { words: 'first' } }),
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
    expect(save.mock.calls).toEqual([[3, { words: 'second' }, 0]])
    expect(draft.state.value).toBe('saved')
    expect(localStorage.getItem(draftKey('note'))).toBeNull()
  })

  it('never says saved while something newer waits', async () => {
    let revision = 3
    const { draft } = open(async () => {
      await new Promise((done) => setTimeout(done, 30))
      return { ok: true as const, data: { revision: ++revision } }
    })
    await draft.reload()
    draft.value.value!.words = 'second'
    await vi.advanceTimersByTimeAsync(15)
    draft.value.value!.words = 'third'
    await vi.advanceTimersByTimeAsync(27)
    expect([revision, draft.state.value]).toEqual([4, 'saving'])
    await vi.advanceTimersByTimeAsync(100)
    expect([revision, draft.state.value]).toEqual([5, 'saved'])
    draft.value.value!.words = 'fourth'
    await flushPromises()
    expect(draft.state.value).toBe('saving')
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
    expect(localStorage.getItem(draftKey('note'))).toContain('in a tunnel')
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
    expect(save).toHaveBeenLastCalledWith(9, { words: 'still mine' }, 0)
    expect(draft.state.value).toBe('saved')
  })

  it('keeps the revision of the person it was made on, also through a reload', async () => {
    const saves: [number, number][] = []
    let person = 5
    const save = async (revision: number, _: Note, on: number) => {
      saves.push([revision, on])
      return on === person ? { ok: true as const, data: { revision: revision + 1, person_revision: ++person } } : problem(409, { conflict: { revision, person_revision: person } })
    }
    const stands = () => ({ revision: 3, person_revision: person, value: { words: 'first' } })
    const first = open(save, stands)
    await first.draft.reload()
    first.draft.value.value!.words = 'mine'
    await flushPromises()
    const kept = localStorage.getItem(draftKey('note'))!
    person = 6 // the page of another complaint changed the person, and this page was closed before it could send
    first.draft.value.value = null
    first.panel.unmount()
    localStorage.setItem(draftKey('note'), kept)
    const again = open(save, stands)
    await again.draft.reload()
    await settle()
    expect(saves).toEqual([[3, 5]])
    expect(again.draft.state.value).toBe('conflict')
    await again.draft.keepMine()
    expect(saves.at(-1)).toEqual([3, 6])
    expect(again.draft.state.value).toBe('saved')
  })

  it('belongs to whoever made it: nobody else sees or sends it, and signing out forgets it', async () => {
    const save = vi.fn(async () => problem(0))
    setOwner('hanne')
    const { draft } = open(save)
    await draft.reload()
    draft.value.value!.words = 'hers'
    await settle()
    expect(draftsWaiting()).toBe(1)
    setOwner('callum')
    await vi.advanceTimersByTimeAsync(20_000)
    expect(save).toHaveBeenCalledTimes(1)
    expect(draftsWaiting()).toBe(0)
    const his = open(save)
    await his.draft.reload()
    expect(his.draft.value.value).toEqual({ words: 'first' })
    setOwner('hanne')
    clearDrafts()
    expect(localStorage.length).toBe(0)
    setOwner('')
  })

  it('is saved again when what was refused is taken back to what the clinic has', async () => {
    const { draft } = open(async () => problem(422, { fields: { words: 'is too long' } }))
    await draft.reload()
    draft.value.value!.words = 'too long'
    await settle()
    expect(draft.state.value).toBe('refused')
    draft.value.value!.words = 'first'
    await settle()
    expect([draft.state.value, draft.fields.value, localStorage.getItem(draftKey('note'))]).toEqual(['saved', {}, null])
  })

  it('takes changes back one by one, and what is not sent yet first', async () => {
    let revision = 3
    const { draft } = open(async () => ({ ok: true as const, data: { revision: ++revision } }))
    await draft.reload()
    expect(draft.undoable.value).toBe(false)
    for (const words of ['second', 'third']) {
      draft.value.value!.words = words
      await settle()
    }
    draft.value.value!.words = 'not sent'
    const seen: string[] = []
    while (seen.length < 3) {
      draft.undo()
      seen.push(draft.value.value!.words)
      await settle()
    }
    expect(seen).toEqual(['third', 'second', 'first'])
    expect([draft.undoable.value, draft.state.value]).toEqual([false, 'saved'])
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
