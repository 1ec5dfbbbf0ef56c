import type { Schemas } from '@/api/client'

/** Which drawing: the name of a drill's pictures, its side, the position, where it is done, and how large it is shown. */
export interface Wanted {
  picture: string
  side: string
  pose?: string
  place?: string
  size?: 'small' | 'medium' | 'large'
  style?: 'screen' | 'print'
}

export type Motion = Schemas['Motion']

let language = 'en'

/** The words in a picture are in this language from now on. */
export function picturesSpeak(spoken: string): void {
  language = spoken
}

/** The address of a still picture. */
export function pictureUrl(wanted: Wanted): string {
  const query = new URLSearchParams(language === 'en' ? {} : { language })
  for (const key of ['place', 'size', 'style'] as const) if (wanted[key]) query.set(key, wanted[key])
  const rest = query.size ? `?${query}` : ''
  return `/api/pictures/${wanted.picture}/${wanted.side}/${wanted.pose ?? 'end'}.svg${rest}`
}

const kept = new Map<string, Promise<Motion>>()

/** The moving picture, asked for once and kept while the page is open; a failed one is asked for again. */
export function motionOf(wanted: Wanted): Promise<Motion> {
  const query = new URLSearchParams({ ...(language === 'en' ? {} : { language }), ...(wanted.place ? { place: wanted.place } : {}) })
  const url = `/api/pictures/${wanted.picture}/${wanted.side}/motion${query.size ? `?${query}` : ''}`
  const found = kept.get(url)
  if (found) return found
  const asked = fetch(url).then((answer) => {
    if (!answer.ok) throw new Error(`no moving picture: ${answer.status}`)
    return answer.json() as Promise<Motion>
  })
  kept.set(url, asked)
  asked.catch(() => kept.delete(url))
  return asked
}

/** Which step of the movement is shown `seconds` after it began, and the hold it stands for. */
export function stepAt(motion: Pick<Motion, 'beats'>, seconds: number): { step: number; held: number | null } {
  const whole = motion.beats.reduce((sum, beat) => sum + beat.seconds, 0)
  let left = whole > 0 ? seconds % whole : 0
  for (const beat of motion.beats) {
    if (left <= beat.seconds) {
      const share = beat.seconds > 0 ? left / beat.seconds : 1
      const eased = share * share * (3 - 2 * share)
      return { step: Math.round(beat.start + (beat.stop - beat.start) * eased), held: beat.held }
    }
    left -= beat.seconds
  }
  return { step: motion.beats[0]?.start ?? 0, held: null }
}
