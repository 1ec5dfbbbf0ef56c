import type { Schemas } from '@/api/client'

export type Group = Schemas['FlagGroup']
export type Question = Schemas['Question']
export type ReadOut = Schemas['ReadOut']
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

/** Every question of a band in the order it is shown, each word once; what decides what is asked stands before all bands. */
export function questionsOf(band: Band, seen = new Set<string>()): Question[] {
  return band.groups.flatMap((g) => g.questions).filter((q) => !seen.has(q.word) && seen.add(q.word))
}

/** The words of some questions still unanswered. */
export function unanswered(questions: readonly Question[], answers: Answers): Question[] {
  return questions.filter((q) => answers[q.word] === undefined)
}

/** How questions that were read out together stand: all no, one by one, or not asked yet. */
export function readOutState(one: ReadOut, answers: Answers, opened: ReadonlySet<string>): 'none' | 'single' | 'open' {
  if (opened.has(one.id) || one.words.some((word) => answers[word] === true)) return 'single'
  const said = one.words.filter((word) => answers[word] === false).length
  return said === one.words.length ? 'none' : said ? 'single' : 'open'
}

/** Those of some questions that are asked one by one: in no group, or in one that was answered “one or more”. */
export function asked(questions: readonly Question[], readOuts: readonly ReadOut[], answers: Answers, opened: ReadonlySet<string>): Question[] {
  const together = new Set(readOuts.filter((one) => readOutState(one, answers, opened) !== 'single').flatMap((one) => one.words))
  return questions.filter((q) => !together.has(q.word))
}
