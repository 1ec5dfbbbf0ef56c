import { describe, expect, it } from 'vitest'
import { asked, bands, questionsOf, readOutState, unanswered, type Group, type ReadOut } from './questions'

const question = (word: string) => ({ word, text: word, value: null, to_confirm: false, pending: '' as const })
const group = (id: string, action: Group['action'], words: string[], context: string | null = null): Group => ({
  id, action, private: false, raised: false, context: context ? question(context) : null, questions: words.map(question),
})

describe('the questions of the screen', () => {
  const groups = [group('a', 'discuss', ['rash']), group('b', 'emergency', ['cold', 'grey'], 'measured'), group('c', 'same-day', ['fever'], 'measured')]

  it('stands gravest first, without what decides which are asked', () => {
    expect(bands(groups).map((band) => band.action)).toEqual(['emergency', 'same-day', 'discuss'])
    expect(questionsOf(bands(groups)[0]!).map((q) => q.word)).toEqual(['cold', 'grey'])
  })

  it('asks each word once across bands', () => {
    const seen = new Set<string>()
    const all = bands(groups).flatMap((band) => questionsOf(band, seen).map((q) => q.word))
    expect(all).toEqual(['cold', 'grey', 'fever', 'rash'])
  })

  it('asks what is read out together one by one only after “one or more”, or where one of them is a yes', () => {
    const one: ReadOut = { id: 'call', action: 'emergency', text: 'Any?', none: 'None', words: ['cold', 'grey'], items: ['a cold leg', 'a grey face'] }
    const questions = ['cold', 'grey', 'fever'].map(question)
    const shown = (answers: Record<string, boolean>, opened: string[] = []) => [
      readOutState(one, answers, new Set(opened)), ...asked(questions, [one], answers, new Set(opened)).map((q) => q.word),
    ]
    expect(shown({})).toEqual(['open', 'fever'])
    expect(shown({ cold: false, grey: false })).toEqual(['none', 'fever'])
    expect(shown({}, ['call'])).toEqual(['single', 'cold', 'grey', 'fever'])
    expect(shown({ cold: true, grey: false })).toEqual(['single', 'cold', 'grey', 'fever'])
    expect(shown({ cold: false })).toEqual(['single', 'cold', 'grey', 'fever'])
  })

  it('takes a no for an answer and nothing else', () => {
    expect(unanswered([question('cold'), question('grey')], { cold: false }).map((q) => q.word)).toEqual(['grey'])
  })
})
