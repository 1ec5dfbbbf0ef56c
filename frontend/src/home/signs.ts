import type { HomeSchemas } from '@/api/client'
import { say } from './words'

type Sheet = HomeSchemas['HomeSheet']

/** Whether a symptom is a sign that ends a drill. */
export function isSign(sheet: Pick<Sheet, 'stop_symptoms'>, symptom: string | undefined): boolean {
  return sheet.stop_symptoms.some((sign) => sign === symptom)
}

/** Whether what was told of a drill ended it: a sign that stops, or a reason to break off. */
export function isStop(sheet: Pick<Sheet, 'stop_symptoms'>, told: { symptom?: string; stopped?: string }): boolean {
  return !!told.stopped || isSign(sheet, told.symptom)
}

/** Symptoms to choose from, as the client calls them. */
export function symptomChoices<T extends string>(sheet: Pick<Sheet, 'symptom_words'>, symptoms: readonly T[]): { value: T; text: string }[] {
  return symptoms.map((value) => ({ value, text: sheet.symptom_words.find(({ id }) => id === value)?.text ?? value }))
}

/** The symptoms that are no sign, without “nothing special”. */
export const usualSymptoms = (sheet: Pick<Sheet, 'stop_symptoms' | 'symptoms'>): Sheet['symptoms'] => sheet.symptoms.filter((one) => one !== 'none' && !isSign(sheet, one))

/** What to do at once about a stop sign. */
export function phoneWords(sheet: Pick<Sheet, 'clinic' | 'symptom_words'>, symptom: string): string {
  return (sheet.symptom_words.find(({ id }) => id === symptom)?.phone ?? '').replace('{phone}', sheet.clinic.phone)
}

/** Where something was felt, as the client says it. */
export function siteWords(site: string, feel: string): string {
  return site === 'target' ? say.bit.target(feel) : (say.sites[site] ?? site.replaceAll('-', ' '))
}
