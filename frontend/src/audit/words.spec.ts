import { describe, expect, it } from 'vitest'
import { actWords, detailWords } from './words'

describe('the trail in words', () => {
  it.each([
    [{ old: { first_name: 'Ina' }, new: { first_name: 'Ines' } }, 'first name: Ina → Ines'],
    [{ old: { telephone: '' }, new: { telephone: '01555' } }, 'telephone: nothing → 01555'],
    [{ complaint: 4, visit: 2, keeps_sheet: false }, 'visit 2; keeps sheet no'],
    [{ moved: { Complaint: 1 }, session: 'baa03f15' }, 'moved Complaint 1'],
    [{ drills: [{ drill: 'rock' }], left_open: ['Plan', 'Adjust'] }, 'drills 1 row; left open Plan, Adjust'],
    [{}, ''], [null, 'erased'],
  ])('%j', (details, words) => expect(detailWords(details as Record<string, unknown> | null)).toBe(words))

  it('says an act without its hyphens', () => expect(actWords('take-up-again')).toBe('take up again'))
})
