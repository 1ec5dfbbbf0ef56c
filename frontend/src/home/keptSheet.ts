import type { HomeSchemas } from '@/api/client'

type Sheet = HomeSchemas['HomeSheet']
interface Kept {
  /** the phone's own date on the day the sheet was read */
  on: string
  sheet: Sheet
}

const DAY = 86_400_000
const onPhone = (): string => new Date().toLocaleDateString('sv-SE')
const shifted = (date: string, days: number): string => new Date(Date.parse(`${date}T12:00Z`) + days * DAY).toISOString().slice(0, 10)

/** Keep the sheet on the phone, with the day it was read on. */
export function keepSheet(key: string, sheet: Sheet): void {
  localStorage.setItem(key, JSON.stringify({ on: onPhone(), sheet } satisfies Kept))
}

/** The kept sheet as it is today: as many days later at the clinic as have gone by on the phone. */
export function keptSheet(key: string): Sheet | null {
  const text = localStorage.getItem(key)
  if (!text) return null
  const kept = JSON.parse(text) as Kept | Sheet
  if (!('on' in kept)) return kept
  const days = Math.round((Date.parse(onPhone()) - Date.parse(kept.on)) / DAY)
  return days > 0 ? { ...kept.sheet, today: shifted(kept.sheet.today, days), done_today: false } : kept.sheet
}
