import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import ProblemNote from './ProblemNote.vue'

const BESIDE = ['reason', 'drill']
const said = (fields: Record<string, string>, reasons: string[] = []): string =>
  mount(ProblemNote, { props: { beside: BESIDE, problem: { type: 'easepath:refused', id: 'one', title: 'not stored', status: 422, detail: 'Nothing is lost.', fields, reasons } } }).text()

describe('a problem where fields say what is wrong with them', () => {
  it.each([
    ['what no field says', { words: 'too long' }, 'words: too long'],
    ['what is left beside one that does', { reason: 'is needed', words: 'too long' }, 'words: too long'],
    ['a part of a field as its own', { 'drill.side': 'not on that side' }, 'drill, side: not on that side'],
  ])('tells %s', (_, fields, words) => {
    expect(said(fields)).toContain(words)
  })

  it.each([
    ['where it says it itself', { reason: 'is needed' }],
    ['twice', { reason: 'is needed', words: 'too long' }],
  ])('does not tell of a field %s', (_, fields) => {
    expect(said(fields)).not.toContain('is needed')
  })

  it('speaks where there is no field, and of what the rules say', () => {
    expect(said({})).toContain('Nothing is lost.')
    expect(said({ reason: 'is needed' }, ['a sign is open'])).toContain('a sign is open')
    expect(said({ reason: 'is needed' })).toBe('')
  })
})
