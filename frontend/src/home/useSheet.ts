import { computed, nextTick, ref, shallowRef, type ComputedRef, type Ref } from 'vue'
import { homeClient, outcome, type HomeSchemas, type Problem } from '@/api/client'
import { pictureUrl, motionOf } from '@/ui/pictures'
import { afterPaint } from './afterPaint'
import { keepSheet, keptSheet } from './keptSheet'
import { speak } from './words'

type Sheet = HomeSchemas['HomeSheet']

export interface UseSheetReturn {
  /** the sheet as the clinic has it, until it answers as the phone kept it; null while there is none */
  sheet: ComputedRef<Sheet | null>
  /** why there is none */
  problem: Ref<Problem | null>
  /** the clinic could not be asked: what is shown is what the phone kept */
  offline: Ref<boolean>
  /** the clinic wants the year of birth told on this device first */
  asksYear: Ref<boolean>
  /** ask the clinic; without an answer the kept sheet stays. True where it answered */
  read: () => Promise<boolean>
}

const storeOf = (token: string): string => `easepath:sheet:${token}`
const ask = (token: string) => outcome(homeClient.GET('/home/api/{token}/sheet', { params: { path: { token } } }))
/** the answer that the page begins with, and the asking of it */
let ahead: Sheet | null = null
let asked: ReturnType<typeof ask> | null = null
/** How long a page without a kept sheet waits for the clinic before it shows itself. */
const PATIENCE_MS = 400

/** Ask before the page is there: a phone that opens the link for the first time then draws the sheet at once, not twice. */
export async function askAhead(token: string): Promise<void> {
  if (!token || keptSheet(storeOf(token))) return
  asked = ask(token)
  const answer = asked.then(async (found) => {
    if (!found.ok) return
    await speak(found.data.language)
    ahead = found.data
  })
  await Promise.race([answer, new Promise((go) => { setTimeout(go, PATIENCE_MS) })])
}

/** The client's sheet behind a private link; a session under way (`busy`) goes on by the version it began with. */
export function useSheet(token: string, busy: () => number | null): UseSheetReturn {
  const store = storeOf(token)
  const kept = shallowRef<Sheet | null>(keptSheet(store) ?? ahead)
  const problem = ref<Problem | null>(null)
  const offline = ref(false)
  const asksYear = ref(false)
  if (kept.value) void speak(kept.value.language)

  async function read(): Promise<boolean> {
    const found = await (asked ?? ask(token))
    asked = null
    offline.value = !found.ok && found.problem.status === 0
    asksYear.value = !found.ok && found.problem.type === 'easepath:birth-year'
    if (found.ok) {
      const under = busy()
      if (under !== null && under !== found.data.version) return false
      await speak(found.data.language)
      kept.value = found.data
      problem.value = null
      await nextTick() // what is seen comes first: on a slow phone keeping it takes as long as drawing it
      keepSheet(store, found.data)
      afterPaint(() => keepPictures(found.data))
    } else if (found.problem.status === 410) {
      localStorage.removeItem(store)
      keepClinic(kept.value)
      kept.value = null
      problem.value = found.problem
    } else if (asksYear.value) return false
    else if (kept.value) kept.value = keptSheet(store)
    else problem.value = found.problem
    return found.ok
  }

  return { sheet: computed(() => kept.value), problem, offline, asksYear, read }
}

const CLINIC = 'easepath:clinic'

/** Whom to call is known on this phone even when the link has died. */
function keepClinic(sheet: Sheet | null): void {
  if (sheet) localStorage.setItem(CLINIC, JSON.stringify({ name: sheet.clinic.name, phone: sheet.clinic.phone }))
}

/** The clinic that gave the link, where this phone ever read its sheet. */
export function knownClinic(): { name: string; phone: string } | null {
  return JSON.parse(localStorage.getItem(CLINIC) ?? 'null') as { name: string; phone: string } | null
}

const fetched = new Set<string>()

/** Ask for a still picture once; the browser keeps it. */
function keepPicture(address: string): void {
  if (fetched.has(address)) return
  fetched.add(address)
  fetch(address).catch(() => fetched.delete(address))
}

/** Ask for every picture at once, so that a session goes on without the network. */
function keepPictures(found: Sheet): void {
  const agreed = found.after_flare.flatMap(({ instead }) => (instead ? [instead] : []))
  for (const drill of [...found.drills, ...(found.elsewhere?.drills ?? []), ...agreed]) {
    if (!drill.picture) continue
    for (const { side } of drill.sides) {
      const wanted = { picture: drill.picture, side, place: drill.place }
      motionOf(wanted).catch(() => undefined)
      for (const pose of ['start', 'end']) keepPicture(pictureUrl({ ...wanted, pose }))
      keepPicture(pictureUrl({ ...wanted, size: 'small' }))
    }
  }
}
