import type { HomeSchemas } from '@/api/client'
import { dayOf } from './dates'
import { daysBetween, later, MORNINGS_BACK } from './standing'

type Sheet = HomeSchemas['HomeSheet']
interface Kept {
  /** the phone's own date on the day the sheet was read */
  on: string
  sheet: Sheet
}

/** What a sheet that was kept by an older page does not have. */
const UNKNOWN = { precautions: [], limits: [], breaks_done: [], after_flare: [], language: 'en', unread: '', messages: [], review_at: '', wants: null } satisfies Partial<Sheet>

const onPhone = (): string => dayOf(new Date())

/** Keep the sheet on the phone, with the day it was read on. */
export function keepSheet(key: string, sheet: Sheet): void {
  localStorage.setItem(key, JSON.stringify({ on: onPhone(), sheet } satisfies Kept))
}

/** The kept sheet as it is today: as many days later at the clinic as have gone by on the phone. */
export function keptSheet(key: string): Sheet | null {
  const text = localStorage.getItem(key)
  if (!text) return null
  const kept = JSON.parse(text) as Partial<Kept>
  if (!kept.on || !kept.sheet?.home_check) return null // kept by an older page: the clinic is asked
  const sheet = { ...UNKNOWN, ...kept.sheet }
  const days = daysBetween(kept.on, onPhone())
  return days > 0 ? asOf(sheet, later(sheet.today, days)) : sheet
}

/** A sheet on a later day: what was over by then is over, the days between are there, with nothing told. */
export function asOf(sheet: Sheet, today: string): Sheet {
  const days = Array.from({ length: daysBetween(sheet.today, today) }, (_, n) => later(sheet.today, n + 1))
  return {
    ...sheet, today, review_on: sheet.review_on && sheet.review_on >= today ? sheet.review_on : null, done_today: false, stopped_today: false, breaks_done: [],
    rests: sheet.rests.filter(({ until }) => until === null || until >= today),
    mornings_open: sheet.mornings_open.filter(({ date }) => daysBetween(date, today) <= MORNINGS_BACK),
    soreness_open: sheet.soreness_open.map((one) => ({ ...one, days: daysBetween(one.date, today) })),
    days: [...sheet.days, ...days.map((date) => ({ date, done: 0, stopped: false, rests: false, worst: null, morning: null }))].slice(-14),
  }
}
