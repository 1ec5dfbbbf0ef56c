const SHOWN: Record<string, string> = { deg: '°', pct: ' %', nrs: ' of 10', reps: ' times', pts: ' points' }

/** A unit as it follows a number: "23°", "12 cm". */
export function unitWords(unit: string): string {
  return SHOWN[unit] ?? ` ${unit}`
}

/** A value with its unit, without needless decimals. */
export function withUnit(value: number | null | undefined, unit: string): string {
  if (value === null || value === undefined) return 'not known'
  return `${Number(value.toFixed(1))}${unitWords(unit)}`
}

const POSITIONS: Record<string, string> = {
  standing: 'standing', sitting: 'sitting', supine: 'lying on the back', 'supine-edge': 'on the back at the table edge',
  'side-lying': 'lying on the side', prone: 'lying face down', lunge: 'in a lunge', own: 'the client’s own movement', '': 'asked',
}

/** The position a test is taken in, in words. */
export function positionWords(position: string): string {
  return POSITIONS[position] ?? position
}
