type Row = Record<string, unknown>

const isRow = (value: unknown): value is Row => typeof value === 'object' && value !== null && !Array.isArray(value)
const isEmpty = (value: unknown): boolean => value === null || value === undefined || value === '' || (Array.isArray(value) && !value.length) || (isRow(value) && !Object.keys(value).length)

/** A saved value in words, for two people who changed the same thing; ids are told by their titles, empty is "not known". */
export function conflictWords(value: unknown, titles: Readonly<Record<string, string>> = {}): string {
  const word = (one: unknown): string => {
    if (isEmpty(one)) return ''
    if (typeof one === 'string') return titles[one] ?? one.replaceAll('-', ' ')
    if (typeof one === 'boolean') return one ? 'yes' : 'no'
    if (Array.isArray(one)) return one.map(word).filter(Boolean).join('; ')
    if (isRow(one)) return parts(one)
    return String(one)
  }
  /** what a row is about comes first and without its name */
  const parts = (row: Row): string => Object.entries(row)
    .filter(([, one]) => !isEmpty(one) && one !== false)
    .map(([name, one]) => (['drill', 'drills', 'side', 'factor'].includes(name) ? word(one) : one === true ? name.replaceAll('_', ' ') : `${titles[name] ?? name.replaceAll(/[_-]/g, ' ')} ${word(one)}`))
    .join(', ')
  return word(value) || 'not known'
}
