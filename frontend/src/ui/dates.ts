/** A date of the wire (YYYY-MM-DD) as people read it: "23 Nov", with the year when it is another. */
export function shortDate(date: string | null | undefined, today = new Date()): string {
  if (!date) return 'not known'
  const day = new Date(`${date}T12:00:00`)
  const year = day.getFullYear() === today.getFullYear() ? undefined : 'numeric'
  return day.toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year })
}

/** A sentence with its dates as people write them: "flared on 27 Nov". */
export function readable(text: string): string {
  return text.replaceAll(/\b\d{4}-\d{2}-\d{2}\b/g, (date) => shortDate(date))
}
