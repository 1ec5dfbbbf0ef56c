import { afterEach, describe, expect, it, vi } from 'vitest'
import { motionOf, picturesSpeak, pictureUrl, stepAt } from './pictures'

describe('the address of a picture', () => {
  it.each([
    [{ picture: 'half-kneel.1a2b', side: 'left' }, '/api/pictures/half-kneel.1a2b/left/end.svg'],
    [{ picture: 'half-kneel.1a2b', side: 'right', pose: 'start', place: 'bed', size: 'small' as const }, '/api/pictures/half-kneel.1a2b/right/start.svg?place=bed&size=small'],
  ])('%o', (wanted, url) => expect(pictureUrl(wanted)).toBe(url))
})

it('asks for pictures in the language that is spoken', () => {
  picturesSpeak('de')
  expect(pictureUrl({ picture: 'a.1', side: 'left', size: 'small' })).toBe('/api/pictures/a.1/left/end.svg?language=de&size=small')
  picturesSpeak('en')
  expect(pictureUrl({ picture: 'a.1', side: 'left' })).toBe('/api/pictures/a.1/left/end.svg')
})

describe('the step shown', () => {
  const motion = { beats: [{ start: 0, stop: 6, seconds: 2, held: null }, { start: 6, stop: 6, seconds: 3, held: 30 }, { start: 6, stop: 0, seconds: 2, held: null }] }
  it.each([
    [0, 0, null], [1, 3, null], [2.5, 6, 30], [4.9, 6, 30], [6, 3, null], [7, 0, null], [8, 3, null],
  ])('after %d s it is step %d', (seconds, step, held) => expect(stepAt(motion, seconds)).toEqual({ step, held }))
})

describe('asking for a moving picture', () => {
  afterEach(() => vi.unstubAllGlobals())
  it('asks once, and again after a failure', async () => {
    const answers = [new Response('', { status: 503 }), Response.json({ steps: [], beats: [] })]
    const asked = vi.fn(() => Promise.resolve(answers.shift()!))
    vi.stubGlobal('fetch', asked)
    await expect(motionOf({ picture: 'a.1', side: 'both' })).rejects.toThrow('503')
    await motionOf({ picture: 'a.1', side: 'both' })
    await motionOf({ picture: 'a.1', side: 'both' })
    expect(asked).toHaveBeenCalledTimes(2)
  })
})
