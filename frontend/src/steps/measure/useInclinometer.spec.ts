import { effectScope } from 'vue'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { useInclinometer } from './useInclinometer'

const ENCODED = new TextEncoder()
const body = (chunks: string[], endless = false) => new ReadableStream<Uint8Array>({
  start(controller) {
    chunks.forEach((chunk) => controller.enqueue(ENCODED.encode(chunk)))
    if (!endless) controller.close()
  },
})
const used = () => effectScope().run(() => useInclinometer(() => '/stream'))!
afterEach(() => vi.unstubAllGlobals())

describe('the inclinometer read live', () => {
  it('keeps each sample, however the lines are cut, and says that it ended by itself', async () => {
    vi.stubGlobal('fetch', () => Promise.resolve(new Response(body(['[0, 1.5, nu', 'll]\n[0.1, 2, 0.3]\n', '[0.2,']))))
    const { samples, live, start } = used()
    expect(await start()).toBe(true)
    expect(samples.value).toEqual([[0, 1.5, null], [0.1, 2, 0.3]])
    expect(live.value).toBe(false)
  })

  it('stops when it is frozen and keeps what was told', async () => {
    vi.stubGlobal('fetch', () => Promise.resolve(new Response(body(['[0, 1, null]\n'], true))))
    const { samples, live, start, stop } = used()
    void start()
    await vi.waitFor(() => expect(samples.value).toHaveLength(1))
    expect(live.value).toBe(true)
    stop()
    expect([live.value, samples.value.length]).toEqual([false, 1])
  })

  it('says what to do when the instrument cannot be read', async () => {
    vi.stubGlobal('fetch', () => Promise.resolve(new Response('', { status: 404 })))
    const { problem, start } = used()
    expect(await start()).toBe(false)
    expect(problem.value?.detail).toContain('type the reading')
  })
})
