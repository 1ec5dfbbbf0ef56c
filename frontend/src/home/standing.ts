import type { HomeSchemas } from '@/api/client'
import type { Letter } from './outbox'
import { isSign, isStop } from './signs'

type Sheet = HomeSchemas['HomeSheet']
type Session = HomeSchemas['SessionIn']
type Told = HomeSchemas['DrillDone']

const DAY = 86_400_000
/** Days after which a morning is not asked about any more. */
export const MORNINGS_BACK = 2

/** A day so many days later. */
export const later = (date: string, days: number): string => new Date(Date.parse(`${date}T12:00Z`) + days * DAY).toISOString().slice(0, 10)
/** Days from one day to another. */
export const daysBetween = (from: string, to: string): number => Math.round((Date.parse(`${to}T12:00Z`) - Date.parse(`${from}T12:00Z`)) / DAY)

/** The sessions among some letters, without those that a later one corrects. */
export function sessionsIn(letters: readonly Letter[]): Session[] {
  const sessions = letters.flatMap((letter) => (letter.kind === 'session' ? [letter.body] : []))
  const corrected = new Set(sessions.map((one) => one.corrects))
  return sessions.filter((one) => !corrected.has(one.id))
}

/** What follows from one drill as it was told, looked up in the table that came with the sheet. */
function followsOf(sheet: Sheet, told: Told): Sheet['follows'][number] | undefined {
  if (!isSign(sheet, told.symptom)) return undefined
  return sheet.follows.find((row) => row.drill === told.drill && row.symptoms.some((one) => one === told.symptom) && (!row.felt.length || row.felt.includes(told.felt)))
}

/** Whether a drill as it was told is a flare: broken off, a sign, or more pain than the table allows. */
export function isFlare(sheet: Sheet, told: Told, before: number | null): boolean {
  if (isStop(sheet, told)) return true
  const row = sheet.flares.find(({ drill }) => drill === told.drill)
  return !!row && before !== null && typeof told.during === 'number' && told.during >= (row.during[before] ?? Infinity)
}

/** Whether a morning after a session is a flare of one of its drills. */
function isFlareNextDay(sheet: Sheet, told: Told, before: number | null, pain: number | undefined): boolean {
  return pain !== undefined && before !== null && pain >= (sheet.flares.find(({ drill }) => drill === told.drill)?.morning[before] ?? Infinity)
}

const stopped = (sheet: Sheet, session: Session): boolean => session.drills.some((told) => isStop(sheet, told))

function worstOf(session: Session): number | null {
  const pains = [session.worst, ...session.drills.map((told) => told.during)].filter((pain) => typeof pain === 'number')
  return pains.length ? Math.max(...pains) : null
}

/** The drills of a session that flared: during it, or by the next morning where it was told. */
const flaredIn = (sheet: Sheet, { before = null, drills }: Session, morning: number | undefined): string[] =>
  drills.filter((told) => isFlare(sheet, told, before) || isFlareNextDay(sheet, told, before, morning)).map(({ drill }) => drill)

type Drill = Sheet['drills'][number]

/** A drill after it flared and rested, as the table has it: less of it, what was agreed in its place, or it rests on. */
function afterFlare(drill: Drill, row: Sheet['after_flare'][number] | undefined): Drill {
  if (!row) return drill
  const { instead, line, sides } = row
  if (instead) return { ...instead, at_home: line, in_turn: drill.in_turn, due: drill.due }
  return { ...drill, at_home: line, ...(sides.length ? { sides } : { paused: true }) }
}

/** Drills on their tape as they are after a flare. */
function withLess<T extends Pick<Sheet, 'drills' | 'timeline' | 'seconds' | 'have_ready'>>(sheet: Sheet, of: T, flared: ReadonlySet<string>): T {
  const rowOf = (drill: Drill) => (flared.has(drill.drill) ? sheet.after_flare.find((row) => row.drill === drill.drill) : undefined)
  const drills = of.drills.map((drill) => afterFlare(drill, rowOf(drill)))
  const timeline = of.timeline.map((one) => {
    const side = one.kind === 'side' && one.index !== null && drills[one.index] !== of.drills[one.index] ? drills[one.index]?.sides.find(({ side }) => side === one.side) : undefined
    return side ? { ...one, seconds: side.seconds } : one
  })
  const total = (tape: typeof timeline) => tape.reduce((sum, one) => sum + one.seconds, 0)
  const ready = of.drills.flatMap((drill, n) => (drills[n]!.drill === drill.drill ? [] : rowOf(drill)!.ready))
  return { ...of, drills, timeline, seconds: of.seconds + total(timeline) - total(of.timeline), have_ready: [...new Set([...of.have_ready, ...ready])] }
}

/**
 * The sheet with what the phone knows and the sheet does not: sessions and mornings that are still here, or were sent
 * after the sheet was read. Only the table decides what follows; at the next contact the clinic's own reading wins.
 */
export function asKnownHere(sheet: Sheet, letters: readonly Letter[]): Sheet {
  if (!letters.length) return sheet
  const sessions = sessionsIn(letters)
  const mornings = letters.flatMap((letter) => (letter.kind === 'morning' ? [letter.body] : []))
  const told = new Map(mornings.map((one) => [one.session, one]))
  const row = (session: Session) => session.drills.map((drill) => followsOf(sheet, drill)).filter((one) => one !== undefined)
  const paused = new Set(sessions.flatMap((session) => row(session).flatMap((one) => one.rests)))
  const ending = sessions.flatMap((session) => session.drills).find((drill) => followsOf(sheet, drill)?.all)
  const flaring = (one: Session) => flaredIn(sheet, one, told.get(one.id)?.pain)
  const flared = sessions.filter((one) => flaring(one).length)
  const less = new Set(flared.flatMap(flaring).filter((one) => !paused.has(one)))
  const until = flared.map((one) => later(one.date, sheet.rest_days)).filter((day) => day >= sheet.today).sort().at(-1)
  const rest: Sheet['rests'] = until && !sheet.rests.some((one) => !one.drill) ? [{ cause: 'flare', drill: '', until, words: '', by: '' }] : []
  const answered = new Set([...sessions.filter(({ id }) => told.has(id)).map(({ date }) => date), ...sheet.mornings_open.map(({ date }) => date)])
  const open = [...new Map(sessions.map(({ id, date }) => [date, id]))].filter(([date]) => date < sheet.today && daysBetween(date, sheet.today) <= MORNINGS_BACK && !answered.has(date)).map(([date, session]) => ({ session, date }))
  const rests = <T extends { drill: string; stands_for?: string; paused?: boolean }>(drill: T): T => (paused.has(drill.drill) || (drill.stands_for && paused.has(drill.stands_for)) ? { ...drill, paused: true } : drill)
  const checks = letters.flatMap((letter) => (letter.kind === 'check' ? [letter.body] : []))
  const eased = withLess(sheet, sheet, less)
  const there = sheet.elsewhere && withLess(sheet, sheet.elsewhere, less)
  return {
    ...eased,
    withheld: sheet.withheld || checks.some(({ answers }) => Object.values(answers).some(Boolean)),
    home_check: { ...sheet.home_check, asked_from: askedFrom(sheet, sessions, checks) },
    wants: letters.some(({ kind }) => kind === 'outcome') ? null : sheet.wants,
    drills: eased.drills.map(rests),
    elsewhere: there && { ...there, drills: there.drills.map(rests) },
    rests: [...rest, ...sheet.rests],
    suspended: sheet.suspended ?? sheet.symptom_words.find(({ id }) => id === ending?.symptom) ?? null,
    mornings_open: [...sheet.mornings_open.filter(({ session }) => !told.has(session)), ...open],
    soreness_open: sheet.soreness_open.filter(({ session }) => !told.has(session)),
    done_today: sheet.done_today || sessions.some(({ date, at_break }) => date === sheet.today && !at_break),
    breaks_done: [...sheet.breaks_done, ...sessions.flatMap(({ date, at_break }) => (date === sheet.today && at_break ? [at_break] : []))],
    stopped_today: sheet.stopped_today || sessions.some((one) => one.date === sheet.today && stopped(sheet, one)),
    days: withSessions(sheet, sessions, told, (one) => isNew(one, letters)),
  }
}

/** From which day on the home check is asked: at once after one of its words, so many days after the last. */
function askedFrom(sheet: Sheet, sessions: readonly Session[], checks: readonly { date: string }[]): string | null {
  const last = checks.map(({ date }) => date).sort().at(-1) ?? ''
  const said = sessions.filter(({ date, drills }) => date > last && drills.some(({ symptom }) => sheet.home_check.after.some((one) => one === symptom))).map(({ date }) => date)
  const weekly = last ? later(last, sheet.home_check.every_days) : sheet.home_check.asked_from
  return [...said, ...(weekly ? [weekly] : [])].sort()[0] ?? null
}

/** Whether a session is one that the sheet does not count yet: what it corrects was told here too, back to the first. */
function isNew(session: Session, letters: readonly Letter[]): boolean {
  if (!session.corrects) return true
  const before = letters.find(({ kind, body }) => kind === 'session' && body.id === session.corrects)
  return before?.kind === 'session' && isNew(before.body, letters)
}

/** The days at home with what the phone knows of them. */
function withSessions(sheet: Sheet, sessions: readonly Session[], told: ReadonlyMap<string, { pain: number }>, counts: (one: Session) => boolean): Sheet['days'] {
  return sheet.days.map((day) => {
    const mine = sessions.filter(({ date }) => date === day.date)
    if (!mine.length) return day
    const pains = [day.worst, ...mine.map(worstOf)].filter((pain) => typeof pain === 'number')
    const mornings = [day.morning, ...mine.map(({ id }) => told.get(id)?.pain)].filter((pain) => typeof pain === 'number')
    return { ...day, done: day.done + mine.filter((one) => !one.at_break && counts(one)).length, stopped: day.stopped || mine.some((one) => stopped(sheet, one)), worst: pains.length ? Math.max(...pains) : null, morning: mornings.length ? Math.max(...mornings) : null }
  })
}
