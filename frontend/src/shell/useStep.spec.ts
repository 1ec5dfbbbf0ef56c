import { flushPromises, mount, type VueWrapper } from '@vue/test-utils'
import { VueQueryPlugin } from '@tanstack/vue-query'
import { beforeEach, describe, expect, it } from 'vitest'
import { defineComponent, h } from 'vue'
import type { Outcome } from '@/api/client'
import { useDraft } from '@/ui/useDraft'
import { useStep } from './useStep'

interface Asked { answer: (words: string) => void }

/** What a page makes in its set-up, and the page. */
function inside<T>(set: () => T): { made: T; page: VueWrapper } {
  let made!: T
  const page = mount(defineComponent({ setup: () => { made = set(); return () => h('p') } }), { global: { plugins: [VueQueryPlugin] } })
  return { made, page }
}

/** A step of one visit whose requests are answered by hand. */
function open() {
  const asked: Asked[] = []
  const ask = () => new Promise<Outcome<string>>((done) => asked.push({ answer: (data) => done({ ok: true, data }) }))
  return { step: inside(() => useStep<string>(1, 'plan', ask)).made, asked }
}

/** A draft whose save is answered by hand. */
function drafting() {
  let answer!: () => void
  const { made: draft, page } = inside(() => useDraft<{ words: string }>({
    key: 'note', delay: 5_000,
    read: () => Promise.resolve({ ok: true, data: { revision: 0, value: { words: '' } } }),
    save: () => new Promise((done) => { answer = () => done({ ok: true, data: { revision: 1 } }) }),
  }))
  return { draft, page, answer: () => answer() }
}

describe('what a step shows', () => {
  beforeEach(() => localStorage.clear())

  it('is asked for once, however many ask at once', async () => {
    const { step, asked } = open()
    const both = [step.read(), step.read()]
    await flushPromises()
    expect(asked).toHaveLength(1)
    asked[0]!.answer('first')
    expect(await Promise.all(both)).toEqual([{ ok: true, data: 'first' }, { ok: true, data: 'first' }])
  })

  it('is asked for anew after a save, though an answer from before it is on its way', async () => {
    const { step, asked } = open()
    void step.read()
    await flushPromises()
    const after = step.readAnew()
    asked[0]!.answer('before the save')
    await flushPromises()
    expect(asked).toHaveLength(2)
    asked[1]!.answer('after the save')
    expect(await after).toEqual({ ok: true, data: 'after the save' })
    expect(step.view.value).toBe('after the save')
  })

  it('waits for what a step that was left is still saving', async () => {
    const left = drafting()
    await left.draft.reload()
    left.draft.value.value!.words = 'new'
    await flushPromises()
    left.page.unmount()
    await flushPromises()
    const { step, asked } = open()
    void step.read()
    await flushPromises()
    expect(asked).toHaveLength(0)
    left.answer()
    await flushPromises()
    expect(asked).toHaveLength(1)
  })
})
