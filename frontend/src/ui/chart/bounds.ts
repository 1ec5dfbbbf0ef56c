/** A step between lines that people count in. */
export function niceStep(wide: number): number {
  const power = 10 ** Math.floor(Math.log10(Math.max(wide, 0.5)))
  return ([1, 2, 5, 10].find((one) => one * power >= wide) ?? 10) * power
}

/** The bounds of an axis that holds some values in round steps. */
export function bounds(values: readonly number[], parts = 3): { min: number; max: number; interval: number } {
  const low = Math.min(...values), high = Math.max(...values)
  const interval = niceStep((high - low) / parts)
  return { min: Math.floor(low / interval) * interval, max: Math.ceil(high / interval) * interval, interval }
}
