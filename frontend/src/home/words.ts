import type { HomeSchemas } from '@/api/client'

/** What the client reads for the words of the log. */
export const SYMPTOMS: Record<string, string> = {
  none: 'nothing special', pull: 'a pull', effort: 'the muscle working', 'muscle-burn': 'heat in the muscle', ache: 'an ache',
  stiffness: 'stiffness', soreness: 'soreness', pinch: 'a pinch in the joint', cramp: 'a cramp', burning: 'burning',
  sharp: 'a sharp pain', shooting: 'a shooting pain', tingling: 'tingling', numbness: 'numbness', locking: 'it locked',
  'giving-way': 'it gave way',
}

/** Whether what was told of a drill ended it: a sign that stops, or a reason to break off. */
export function isStop(sheet: Pick<HomeSchemas['HomeSheet'], 'stop_symptoms'> | null, told: { symptom?: string; stopped?: string }): boolean {
  return !!told.stopped || (sheet?.stop_symptoms ?? []).some((sign) => sign === told.symptom)
}

type Worded = Pick<HomeSchemas['HomeSheet'], 'clinic'> & Partial<Pick<HomeSchemas['HomeSheet'], 'symptom_words'>>

/** How a symptom is called; a sheet that the phone kept from before has no words of its own. */
export function symptomWords(sheet: Worded, symptom: string): string {
  return sheet.symptom_words?.find((row) => row.id === symptom)?.text ?? SYMPTOMS[symptom] ?? symptom.replaceAll('-', ' ')
}

/** What to do at once about a stop sign. */
export function phoneWords(sheet: Worded, symptom: string): string {
  const words = sheet.symptom_words?.find((row) => row.id === symptom)?.phone ?? 'Call {phone} before the next session.'
  return words.replace('{phone}', sheet.clinic.phone)
}

export const UNUSUAL: { value: string; text: string }[] = [
  { value: 'none', text: 'a usual day' }, { value: 'training', text: 'hard training' }, { value: 'work', text: 'heavy work' },
  { value: 'travel', text: 'a long journey' }, { value: 'poor-sleep', text: 'poor sleep' }, { value: 'other', text: 'something else' },
]

export const MOVED: { value: 'none' | 'up' | 'down'; text: string }[] = [
  { value: 'none', text: 'no, it stayed where it was' }, { value: 'down', text: 'yes, further down' }, { value: 'up', text: 'yes, back up' },
]

/** Where something was felt, in words. */
export function siteWords(site: string, feel: string): string {
  return site === 'target' ? `where it should be: ${feel}` : site.replaceAll('-', ' ')
}

/** Which leg or arm a stretch of the session is for. */
export function sideWords(side: string | null | undefined): string {
  return side === 'left' ? 'LEFT side' : side === 'right' ? 'RIGHT side' : ''
}

export const YESTERDAY = 'yesterday’s session'

/** Which session, as one says it: yesterday's, or by its weekday. */
export function sessionWords(date: string, today: string): string {
  const days = Math.round((Date.parse(today) - Date.parse(date)) / 86_400_000)
  return days === 1 ? YESTERDAY : `the session of ${new Date(`${date}T12:00`).toLocaleDateString('en-GB', { weekday: 'long' })}`
}
