/** An act of the trail as people say it: "hand-over" is "hand over". */
export const actWords = (action: string): string => action.replaceAll('-', ' ')

/** Numbers of rows say nothing to a reader. */
const HIDDEN = new Set(['complaint', 'id', 'session'])

/** The details of an entry in a line: what changed from what, or what was done. */
export function detailWords(details: Record<string, unknown> | null): string {
  if (details === null) return 'erased'
  const old = details.old as Record<string, unknown> | undefined, now = details.new as Record<string, unknown> | undefined
  if (old && now) return Object.keys(now).map((name) => `${name.replaceAll('_', ' ')}: ${said(old[name])} → ${said(now[name])}`).join('; ')
  return Object.entries(details).filter(([name]) => !HIDDEN.has(name)).map(([name, value]) => `${name.replaceAll('_', ' ')} ${said(value)}`).join('; ')
}

function said(value: unknown): string {
  if (value === null || value === undefined || value === '') return 'nothing'
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (Array.isArray(value)) return value.every((one) => typeof one !== 'object') ? value.join(', ') || 'nothing' : value.length === 1 ? '1 row' : `${value.length} rows`
  if (typeof value === 'object') return Object.entries(value).map(([name, one]) => `${name} ${said(one)}`).join(', ')
  return String(value)
}
