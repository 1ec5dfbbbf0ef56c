import { mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h } from 'vue'
import { useIdle } from './useIdle'

describe('a page that nobody touches', () => {
  beforeEach(() => {
    vi.useFakeTimers()
    localStorage.clear()
  })
  afterEach(() => vi.useRealTimers())

  function open(seconds: number | undefined) {
    const away = vi.fn()
    const page = mount(defineComponent({ setup: () => (useIdle(() => seconds, away), () => h('p')) }))
    return { away, page }
  }

  it('is locked after the time, and not while somebody works in it', async () => {
    const { away, page } = open(1800)
    await vi.advanceTimersByTimeAsync(1_700_000)
    window.dispatchEvent(new Event('keydown'))
    await vi.advanceTimersByTimeAsync(1_700_000)
    expect(away).not.toHaveBeenCalled()
    await vi.advanceTimersByTimeAsync(200_000)
    expect(away).toHaveBeenCalled()
    page.unmount()
  })

  it('is not locked while nobody is signed in', async () => {
    const { away, page } = open(undefined)
    await vi.advanceTimersByTimeAsync(9_000_000)
    expect(away).not.toHaveBeenCalled()
    page.unmount()
  })
})
