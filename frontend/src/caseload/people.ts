import type { Schemas } from '@/api/client'

export type Line = Schemas['CaseLine']

/** One client with every complaint in care, the most urgent first. */
export interface Person {
  client: number
  name: string
  trade: string
  telephone: string
  lines: Line[]
  /** what is needed first */
  first: Line
  nextVisit: string | null
  lastHeard: string | null
  mine: boolean
}

export const FILTERS = [
  { value: 'everybody', text: 'Everybody' },
  { value: 'stopped', text: 'Stopped or held', kinds: ['unreadable', 'stop', 'held'] },
  { value: 'look', text: 'Needs a look', kinds: ['look', 'answer', 'plan'] },
  { value: 'ask', text: 'To ask', kinds: ['ask'] },
  { value: 'up', text: 'Ready to step up', kinds: ['step-up'] },
  { value: 'steady', text: 'Nothing today', kinds: ['steady'] },
] as const satisfies readonly { value: string; text: string; kinds?: readonly Line['kind'][] }[]
export type Filter = (typeof FILTERS)[number]['value']

export const SORTS = [
  { value: 'urgent', text: 'most urgent first' }, { value: 'name', text: 'by name' }, { value: 'visit', text: 'by next visit' }, { value: 'heard', text: 'longest unheard first' },
] as const
export type Sort = (typeof SORTS)[number]['value']

type Dates = (string | null | undefined)[]
const known = (dates: Dates): string[] => dates.filter((one) => typeof one === 'string')
const earliest = (dates: Dates): string | null => known(dates).sort()[0] ?? null
const latest = (dates: Dates): string | null => known(dates).sort().at(-1) ?? null

/** The lines, a person once; lines come by urgency, and so do the people. */
export function people(lines: readonly Line[]): Person[] {
  const found = new Map<number, Line[]>()
  for (const line of lines) {
    const key = line.client || -line.complaint // a line from before knows no client
    found.set(key, [...(found.get(key) ?? []), line])
  }
  return [...found].map(([client, of]) => {
    const first = of[0]!
    return {
      client, name: first.name, trade: first.trade, telephone: first.telephone, lines: of, first, mine: of.some((line) => line.mine),
      nextVisit: earliest(of.map((line) => line.next_visit)), lastHeard: latest(of.map((line) => line.last_session)),
    }
  })
}

export function isOf(person: Person, filter: Filter): boolean {
  const one = FILTERS.find((each) => each.value === filter)
  return !one || !('kinds' in one) || person.lines.some((line) => one.kinds.some((kind) => kind === line.kind))
}

/** Every word is found in the name, the trade or a complaint. */
export function matches(person: Person, text: string): boolean {
  const said = [person.name, person.trade, ...person.lines.map((line) => line.condition)].join(' ').toLowerCase()
  return text.trim().toLowerCase().split(/\s+/).every((word) => said.includes(word))
}

/** What is not known comes last, but whom nobody has heard of comes before all others where that is looked for. */
export function sorted(found: readonly Person[], sort: Sort): Person[] {
  const by = (key: (person: Person) => string) => [...found].sort((a, b) => key(a).localeCompare(key(b)) || a.name.localeCompare(b.name))
  if (sort === 'name') return by((person) => person.name.split(' ').at(-1) ?? '')
  if (sort === 'visit') return by((person) => person.nextVisit ?? '9999')
  if (sort === 'heard') return by((person) => person.lastHeard ?? '')
  return [...found]
}

/** The signs that wait for an answer, whoever's they are, the newest first. */
export function stops(lines: readonly Line[]): { line: Line; sign: Schemas['ToldSign'] }[] {
  return lines.flatMap((line) => line.told.map((sign) => ({ line, sign }))).sort((a, b) => (b.sign.at || b.sign.date).localeCompare(a.sign.at || a.sign.date))
}
