import type { Schemas } from '@/api/client'
import { withUnit } from '@/ui/units'

/** What a try-out brought, against the error of its re-test. */
export function gainWords(gain: Schemas['GainOut'] | null | undefined, unit: string): string {
  if (!gain) return 'Take the re-test before and after to see what the drill does.'
  const amount = withUnit(Math.abs(gain.amount), unit)
  const error = withUnit(gain.error, unit)
  if (gain.amount === 0) return 'no change'
  if (gain.kind === 'no real change') return `no real change: ${amount} ${gain.amount < 0 ? 'worse' : 'better'}, within the error of ${error}`
  return `${amount} ${gain.kind}, a real change: the error is ${error}`
}
