import { flushPromises, mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import MovingPicture from './MovingPicture.vue'
import type { Motion } from './pictures'

const asked: ((film: Motion) => void)[] = []
vi.mock('./pictures', async (original) => ({
  ...(await original<typeof import('./pictures')>()),
  motionOf: () => new Promise<Motion>((give) => { asked.push(give) }),
}))
const film = (mark: string) => ({
  viewbox: '0 0 4 3', steps: [0, 1, 2].map((step) => `<g id="${mark}${step}"></g>`), beats: [{ start: 0, stop: 2, seconds: 2, held: null }],
}) as unknown as Motion
const shown = (picture: string) => mount(MovingPicture, { props: { picture, side: 'left', alt: 'A bow' } })

beforeEach(() => vi.useFakeTimers())
afterEach(() => {
  asked.length = 0
  vi.useRealTimers()
})

describe('a moving picture', () => {
  it('goes through its steps, and stands still when it is held', async () => {
    const page = shown('bow.1')
    asked[0]!(film('bow'))
    await flushPromises()
    expect(page.find('svg.film').html()).toContain('bow0')
    await vi.advanceTimersByTimeAsync(1000)
    expect(page.find('svg.film').html()).toContain('bow1')
    await page.find('button').trigger('click')
    await vi.advanceTimersByTimeAsync(700)
    expect(page.find('svg.film').html()).toContain('bow1')
    page.unmount()
  })

  it('runs no more once it is gone, also where it arrives after that', async () => {
    const [late, early] = [shown('bow.1'), shown('bow.1')]
    asked[1]!(film('bow'))
    await flushPromises()
    expect(vi.getTimerCount()).toBe(1)
    early.unmount()
    late.unmount()
    asked[0]!(film('bow'))
    await flushPromises()
    expect(vi.getTimerCount()).toBe(0)
  })

  it('shows the one asked for last, in whatever order they arrive', async () => {
    const page = shown('bow.1')
    await page.setProps({ picture: 'turn.1' })
    asked[1]!(film('turn'))
    asked[0]!(film('bow'))
    await flushPromises()
    expect(page.find('svg.film').html()).toContain('turn0')
    page.unmount()
  })
})
