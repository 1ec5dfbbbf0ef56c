const MOST = 9

/** The named things that fit a text, those whose name begins with it first; without a text, the first of them. */
export function ranked<T extends { name: string; says: string; called?: string }>(all: readonly T[], text: string): T[] {
  const words = text.trim().toLowerCase().split(/\s+/).filter(Boolean)
  if (!words.length) return all.slice(0, MOST)
  const fits = all.filter((one) => words.every((word) => `${one.name} ${one.says} ${one.called ?? ''}`.toLowerCase().includes(word)))
  const place = (one: T) => {
    const name = one.name.toLowerCase()
    return name.startsWith(words.join(' ')) ? 0 : words.every((word) => name.includes(word)) ? 1 : 2
  }
  return [...fits].sort((a, b) => place(a) - place(b)).slice(0, MOST)
}
