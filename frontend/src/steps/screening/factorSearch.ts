import type { Schemas } from '@/api/client'

type Factor = Pick<Schemas['FactorChoice'], 'id' | 'name' | 'also'>

export interface FoundFactor<T extends Factor> {
  factor: T
  /** the everyday word or medicine that was meant, where it is not the name itself */
  by: string
}

/** Letters of a word from which on it may stand inside another; fewer begin one. */
const INSIDE = 4
const hits = (said: string, word: string): boolean => said.split(/[\s(,/-]+/).some((one) => one.startsWith(word)) || (word.length >= INSIDE && said.includes(word))
const plain = (text: string): string => text.toLowerCase().replaceAll('’', "'").trim()

/** The factors that a word speaks of: those whose name has it first, then those that are called so or treated with it. */
export function findFactors<T extends Factor>(text: string, factors: readonly T[]): FoundFactor<T>[] {
  const words = plain(text).split(/\s+/).filter(Boolean)
  if (!words.length) return []
  const all = (said: string): boolean => words.every((word) => hits(plain(said), word))
  const named = factors.filter((factor) => all(factor.name)).map((factor) => ({ factor, by: '' }))
  const called = factors.flatMap((factor) => {
    const by = all(factor.name) ? undefined : factor.also.find(all)
    return by === undefined ? [] : [{ factor, by }]
  })
  return [...named, ...called]
}

/** Letters from which on a word of a free text is looked up: shorter ones stand in too many names. */
const NAMED = 5

/** The factors that any word of a free text names, each once: what they are called begins with it. */
export function factorsNamed<T extends Factor>(text: string, factors: readonly T[]): FoundFactor<T>[] {
  const words = plain(text).split(/[^\p{L}'-]+/u).filter((word) => word.length >= NAMED)
  return factors.flatMap((factor) => {
    const begins = (said: string): boolean => words.some((word) => plain(said).startsWith(word))
    const by = factor.also.find(begins)
    return by !== undefined || begins(factor.name) ? [{ factor, by: by ?? '' }] : []
  })
}
