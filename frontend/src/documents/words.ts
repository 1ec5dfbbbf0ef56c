import type { Schemas } from '@/api/client'

export type Kind = Schemas['DocumentIn']['kind']

/** What can be written about a complaint, and what each is for. */
export const KINDS: { value: Kind; text: string; what: string }[] = [
  { value: 'note', text: 'Visit note', what: 'what was found, given and decided at the visit' },
  { value: 'letter', text: 'Letter', what: 'to whoever referred, or to the surgeon' },
  { value: 'urgent', text: 'Urgent letter', what: 'why a doctor has to see the client, and how soon' },
  { value: 'summary', text: 'Discharge summary', what: 'first and last, and what goes on at home' },
]
export const nameOfKind = (kind: Kind): string => KINDS.find(({ value }) => value === kind)!.text

/** What a passage that the record cannot fill is for. */
export const HINTS: Record<string, string> = {
  Question: 'What you want to know; left empty it is not in the letter.',
  'In my own words': 'What the record does not say; left empty it is not in the note.',
  'Seen and heard': 'When it began, what you saw, whom you called.',
  'When to come back': 'What should bring the client back.',
  'What is asked back': 'What you would like to have written back.',
}
