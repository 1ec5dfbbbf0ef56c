/** A moment as people say it: "today 08:10", "24 Nov 17:05". */
export function momentWords(at: string, now = new Date()): string {
  const moment = new Date(at)
  const time = moment.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })
  if (moment.toDateString() === now.toDateString()) return `today ${time}`
  const year = moment.getFullYear() === now.getFullYear() ? undefined : 'numeric'
  return `${moment.toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year })} ${time}`
}
