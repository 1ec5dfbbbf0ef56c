import { describe, expect, it } from 'vitest'
import { bands, groupAnswerable, questionsOf, unanswered, type Group } from './questions'

const question = (word: string) => ({ word, text: word, value: null, to_confirm: false, pending: '' as const })
const group = (id: string, action: Group['action'], words: string[], context: string | null = null): Group => ({
  id, action, private: false, raised: false, context: context ? question(context) : null, questions: words.map(question),
})

describe('the questions of the screen', () => {
  const groups = [group('a', 'discuss', ['rash']), group('b', 'emergency', ['cold', 'grey'], 'measured'), group('c', 'same-day', ['fever'], 'measured')]

  it('stands gravest first, a context before what it opens', () => {
    expect(bands(groups).map((band) => band.action)).toEqual(['emergency', 'same-day', 'discuss'])
    expect(questionsOf(bands(groups)[0]!).map((q) => q.word)).toEqual(['measured', 'cold', 'grey'])
  })

  it('asks each word once across bands', () => {
    const seen = new Set<string>()
    const all = bands(groups).flatMap((band) => questionsOf(band, seen).map((q) => q.word))
    expect(all).toEqual(['measured', 'cold', 'grey', 'fever', 'rash'])
  })

  it('gives no group answer to a question that only decides what else is asked', () => {
    for (const band of bands(groups)) {
      expect(groupAnswerable(band, questionsOf(band)).map((q) => q.word)).not.toContain('measured')
    }
    expect(groupAnswerable(bands(groups)[0]!, questionsOf(bands(groups)[0]!)).map((q) => q.word)).toEqual(['cold', 'grey'])
  })

  it('takes a no for an answer and nothing else', () => {
    expect(unanswered([question('cold'), question('grey')], { cold: false }).map((q) => q.word)).toEqual(['grey'])
  })
})
