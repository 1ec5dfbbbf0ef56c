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

/** A gain in two words: "9° better", "no real change"; empty before there is one. */
export function shortGain(gain: Schemas['GainOut'] | null | undefined, unit: string): string {
  if (!gain) return ''
  return gain.kind === 'no real change' ? 'no real change' : `${withUnit(Math.abs(gain.amount), unit)} ${gain.kind}`
}

/** What is felt most often, from right to wrong: the first six choices. */
export const FELT_FIRST: readonly string[] = ['pull', 'effort', 'none', 'pinch', 'sharp', 'tingling']

/** The middle of some readings. */
export const mean = (readings: readonly number[]): number => readings.reduce((sum, one) => sum + one, 0) / readings.length
