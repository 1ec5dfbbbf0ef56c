import type { HomeSchemas } from '@/api/client'
import { say } from './words'

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

/** Where something was felt, as the client says it. */
export function siteWords(site: string, feel: string): string {
  return site === 'target' ? say.bit.target(feel) : (say.sites[site] ?? site.replaceAll('-', ' '))
}
