import type { Schemas } from '@/api/client'
import { momentWords } from './moment'

type Sent = Schemas['DispatchLine']
export const WAY_WORDS: Record<Sent['way'], string> = { text: 'text message', mail: 'mail' }
export const KIND_WORDS: Record<Sent['kind'], string> = { link: 'private link', reminder: 'reminder', message: 'that the clinic wrote', stop: 'to staff: a stop sign', wrote: 'to staff: a client wrote' }

/** What became of one thing that was sent: "sent today 08:10", "waits until 07:00", or why it did not go. */
export function becameWords(one: Sent): string {
  if (one.sent_at) return `sent ${momentWords(one.sent_at)}`
  if (one.fault) return `not sent: ${one.fault}${one.given_up ? '' : '; tried again'}`
  return `goes ${momentWords(one.due_at)}`
}
