/** Days on a chart: a date of the wire as the noon it stands at, and day counts between two. */
export const DAY = 86_400_000
export const noon = (date: string): number => Date.parse(`${date}T12:00:00`)
export const dayAfter = (date: string): number => noon(date) + DAY
export const daysBetween = (first: string, last: string): number => Math.round((noon(last) - noon(first)) / DAY)
/** "27 Nov" of a moment. */
export const dayWords = (at: number): string => new Date(at).toLocaleDateString('en-GB', { day: 'numeric', month: 'short' })
