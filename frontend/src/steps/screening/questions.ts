import type { Schemas } from '@/api/client'

export type Group = Schemas['FlagGroup']
export type Question = Schemas['Question']
export type Answers = Record<string, boolean>

export interface Band {
  action: string
  title: string
  groups: Group[]
}

type Action = Schemas['FlagGroup']['action']

const ACTIONS: Action[] = ['emergency', 'same-day', 'within-days', 'discuss']
const TITLES: Record<Action, string> = {
  emergency: 'Yes here is an emergency',
  'same-day': 'Yes here needs a doctor today',
  'within-days': 'Yes here needs a doctor within days',
  discuss: 'Yes here is talked over with a doctor',
}

/** The questions in bands by what a yes would mean, gravest first. */
export function bands(groups: readonly Group[]): Band[] {
  return ACTIONS
    .map((action) => ({ action, title: TITLES[action], groups: groups.filter((g) => g.action === action) }))
    .filter((band) => band.groups.length)
}

/** Every question of a band in the order it is shown, each word once. */
export function questionsOf(band: Band, seen = new Set<string>()): Question[] {
  const all = band.groups.flatMap((g) => (g.context ? [g.context, ...g.questions] : g.questions))
  return all.filter((q) => !seen.has(q.word) && seen.add(q.word))
}

/** The words of some questions still unanswered. */
export function unanswered(questions: readonly Question[], answers: Answers): Question[] {
  return questions.filter((q) => answers[q.word] === undefined)
}

/** Those of some questions that one answer may be given to together: a question that only decides what is asked stands alone. */
export function groupAnswerable(band: Band, questions: readonly Question[]): Question[] {
  const contexts = new Set(band.groups.map((g) => g.context?.word))
  return questions.filter((q) => !contexts.has(q.word))
}
