import type { HomeSchemas } from '@/api/client'
import { dayAndDate, dayOf as dayHere, noon, timeOf, weekday } from './dates'
import { daysBetween, later } from './standing'
import { say } from './words'

type Sheet = HomeSchemas['HomeSheet']
type Dated = Pick<Sheet, 'date' | 'today' | 'days'>
type Drill = Pick<HomeSchemas['HomeDrill'], 'due' | 'per_day' | 'rest' | 'beside' | 'drill'>
export type DayState = 'done' | 'stop' | 'rest' | 'due' | 'missed' | 'none'

/** Days a week up to which two of them have a day between. */
const SPACED = 3

/**
 * Whether a drill is due on a day; the week is counted from the day the sheet was given. What was missed in this week
 * is due today, where that leaves a day between for what needs one.
 */
export function isDue(sheet: Dated, drill: Drill, date: string): boolean {
  return isOnItsDay(sheet, drill, date) || (date === sheet.today && isBehind(sheet, drill, dayOf(sheet, date)))
}

const dayOf = (sheet: Dated, date: string): number => ((daysBetween(sheet.date, date) % 7) + 7) % 7
const isOnItsDay = (sheet: Dated, drill: Drill, date: string): boolean => !drill.due.length || !!drill.due[dayOf(sheet, date)]

function isBehind(sheet: Dated, drill: Drill, day: number): boolean {
  const first = later(sheet.today, -day)
  const done = sheet.days.filter((one) => one.date >= first && one.date < sheet.today && (one.done > 0 || one.rests)).length
  const yesterday = sheet.days.some((one) => one.date === later(sheet.today, -1) && one.done > 0)
  const spaced = drill.due.filter(Boolean).length <= SPACED
  return done < drill.due.slice(0, day).filter(Boolean).length && !(spaced && yesterday)
}

/** How many sessions a day has by the sheet; what is done beside them is no reason for one. */
export function planned(sheet: Dated & Pick<Sheet, 'drills'>, date: string, due = isDue): number {
  return Math.max(0, ...sheet.drills.filter((drill) => !drill.rest && !drill.beside && due(sheet, drill, date)).map((drill) => drill.per_day))
}

/** The drills that the next session of today leaves out: not due today, or done often enough. */
export function offToday(sheet: Dated & Pick<Sheet, 'drills'>, date: string, done: number): string[] {
  return sheet.drills.filter((drill) => !isDue(sheet, drill, date) || drill.per_day <= done).map(({ drill }) => drill)
}

/** The next day on which something of the sheet, or one drill, is due. */
export function nextDue(sheet: Dated & Pick<Sheet, 'drills'>, drill?: Drill): string {
  const days = Array.from({ length: 7 }, (_, n) => later(sheet.today, n + 1))
  return days.find((day) => (drill ? isDue(sheet, drill, day) : planned(sheet, day) > 0)) ?? days[0]!
}

/** A day as it is said: its weekday, and its date where it is a week away or more. */
export function dayWords(date: string, today: string): string {
  return (Math.abs(daysBetween(today, date)) > 6 ? dayAndDate : weekday)(noon(date))
}

/** A moment as it is said: "today 08:10", else its day. */
export function whenWords(at: string, today: string): string {
  const moment = new Date(at)
  const day = dayHere(moment)
  return day === today ? say.lines.today(timeOf(moment)) : dayWords(day, today)
}

/** The state of one session of a day. */
export function stateOf(sheet: Sheet, date: string, n: number): DayState {
  const told = sheet.days.find((day) => day.date === date)
  if (told && told.done > n) return told.stopped && n === told.done - 1 ? 'stop' : 'done'
  const resting = told?.rests || (date >= sheet.today && sheet.rests.some((one) => !one.drill && (one.until === null || one.until >= date)))
  if (planned(sheet, date) <= n || (!told && date < sheet.today)) return 'none'
  if (resting) return 'rest'
  return date < sheet.today ? 'missed' : 'due'
}

/** The days of the week of a day, from Monday on. */
export function weekOf(today: string): string[] {
  const monday = later(today, -((new Date(`${today}T12:00Z`).getUTCDay() + 6) % 7))
  return Array.from({ length: 7 }, (_, n) => later(monday, n))
}

/** Sessions done this week, of those the sheet has. */
export function weekDone(sheet: Sheet): { done: number; of: number } {
  const days = weekOf(sheet.today)
  const done = sheet.days.filter(({ date }) => days.includes(date)).reduce((sum, day) => sum + day.done, 0)
  const first = sheet.days[0]?.date ?? sheet.today
  return { done, of: Math.max(done, days.filter((day) => day >= first).reduce((sum, day) => sum + planned(sheet, day, isOnItsDay), 0)) }
}
