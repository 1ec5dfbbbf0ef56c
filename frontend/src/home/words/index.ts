import { reactive } from 'vue'
import { en, type Words } from './en'

/** A catalogue that may still miss words: what is missing is said in English. */
export type Partly<T> = { [K in keyof T]?: T[K] extends (...given: never[]) => unknown ? T[K] : T[K] extends object ? Partly<T[K]> : T[K] }

const CATALOGUES: Record<string, () => Promise<Partly<Words>>> = {}

/** The words of the phone, in the language of the sheet. */
export const say: Words = reactive({ ...en }) as Words

const isPlain = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value)

/** A catalogue over another: every word of the first, the other's where it has one. */
export function over<T extends object>(base: T, words: Partly<T>): T {
  const made: Record<string, unknown> = { ...(base as Record<string, unknown>) }
  for (const [key, value] of Object.entries(words)) {
    const below = made[key]
    made[key] = isPlain(value) && isPlain(below) ? over(below, value) : value
  }
  return made as T
}

/** Speak a language; one that is not there leaves English. */
export async function speak(language: string): Promise<void> {
  const words = await CATALOGUES[language]?.()
  Object.assign(say, over(en, words ?? {}))
  document.documentElement.lang = words ? language : 'en'
}
