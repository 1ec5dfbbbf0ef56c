import { describe, expect, it } from 'vitest'
import type { Schemas } from '@/api/client'
import { decidedWords, sorted } from './asks'

type Proposal = Schemas['ProposalOut']
const one = (title: string, more: Partial<Proposal> = {}): Proposal => ({ title, about: 'drill', waits: false, decision: 'open', stop_sign: false, missing: [], ...more }) as Proposal

describe('what asks in a review', () => {
  const stop = one('stop', { stop_sign: true, waits: true })
  const up = one('up', { waits: true })
  const done = one('done', { decision: 'accept' })
  const holds = one('holds')
  const gate = one('gate', { about: 'plan', missing: [{ text: 'calm', word: null }] })
  const seen = one('seen', { about: 'plan', missing: [{ text: 'walks', word: 'walks' }] })

  it('stands first, a stop sign before all, what was decided with it, and the rest apart', () => {
    const { asking, telling, staying } = sorted([holds, gate, up, done, seen, stop])
    expect(asking.map((p) => p.title)).toEqual(['stop', 'up', 'done', 'seen'])
    expect(telling).toEqual([gate])
    expect(staying).toEqual([holds])
  })

  it.each([
    [[], 'nothing asks for a change'], [[up], '1 thing asks, 1 to decide'], [[done], '1 thing asks, decided'], [[up, done], '2 things ask, 1 to decide'],
  ])('is counted: %#', (asking, words) => expect(decidedWords(asking)).toBe(words))
})
