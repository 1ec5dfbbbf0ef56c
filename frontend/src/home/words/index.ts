import { reactive } from 'vue'
import { picturesSpeak } from '@/ui/pictures'
import { en } from './en'

/** Everything a client reads or hears that does not come with the sheet. */
export type Words = typeof en
/** The same in another language, as far as it is there. */
export type Told = { [Part in keyof Words]?: Words[Part] extends string | ((...given: never[]) => unknown) | string[] ? Words[Part] : Partial<Words[Part]> }

const OTHERS: Record<string, () => Promise<Told>> = { de: () => import('./de').then((found) => found.de) }

type Leaves = { [name: string]: unknown }
const isPart = (found: unknown): found is Leaves => typeof found === 'object' && found !== null && !Array.isArray(found)

/** Put words over others; what they do not say stays. */
export function lay(under: Leaves, over: Leaves): void {
  for (const [name, found] of Object.entries(over)) {
    const part = under[name]
    if (isPart(found) && isPart(part)) lay(part, found)
    else under[name] = isPart(found) ? copy(found) : found
  }
}

function copy(words: Leaves): Leaves {
  const made: Leaves = {}
  lay(made, words)
  return made
}

/** What words do not say of others, by name. */
export function unsaid(words: Leaves, of: Leaves, before = ''): string[] {
  return Object.entries(of).flatMap(([name, found]) => {
    if (!(name in words)) return [before + name]
    return isPart(found) && isPart(words[name]) ? unsaid(words[name], found, `${before}${name}.`) : []
  })
}

/** The words in the language that is spoken now. */
export const say = reactive(copy(en)) as Words

/** Speak a language from now on; where it cannot be read, English. */
export async function speak(language: string): Promise<void> {
  const other = await OTHERS[language]?.().catch(() => undefined)
  lay(say, en)
  if (other) lay(say, other)
  document.documentElement.lang = say.language
  picturesSpeak(other ? language : 'en')
}
