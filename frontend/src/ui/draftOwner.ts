/** Drafts kept on this device belong to whoever made them: another person who signs in neither sees nor sends them. */
const PREFIX = 'easepath:draft:'
let owner = ''

/** Name who is signed in on this device; empty for nobody. */
export function setOwner(username: string): void {
  owner = username
}

export const ownerNow = (): string => owner

/** Where a draft of whoever is signed in is kept. */
export const draftKey = (key: string): string => `${PREFIX}${owner}:${key}`

/** How many drafts of whoever is signed in have not reached the clinic. */
export const draftsWaiting = (): number => ownKeys().length

/** Forget every draft of whoever is signed in, for a computer that others use. */
export function clearDrafts(): void {
  for (const key of ownKeys()) localStorage.removeItem(key)
}

function ownKeys(): string[] {
  const keys = Array.from({ length: localStorage.length }, (_, n) => localStorage.key(n) ?? '')
  return keys.filter((key) => key.startsWith(draftKey('')))
}
