import { expect, it } from 'vitest'
import type { Schemas } from '@/api/client'
import { byDay } from './moments'

const moment = (date: string, kind: Schemas['Moment']['kind'], title: string) => ({ complaint: 1, moment: { date, kind, title } as Schemas['Moment'] })
const ALL = [moment('2026-11-25', 'found', 'Visit 2'), moment('2026-11-25', 'given', 'Version 2'), moment('2026-11-20', 'home', 'A session flared')]

it('puts moments under their day and leaves out days without one', () => {
  expect(byDay(ALL, 'all').map(({ date, told }) => [date, told.map((one) => one.moment.title)])).toEqual([
    ['2026-11-25', ['Visit 2', 'Version 2']], ['2026-11-20', ['A session flared']],
  ])
  expect(byDay(ALL, 'given').map(({ date }) => date)).toEqual(['2026-11-25'])
  expect(byDay([], 'all')).toEqual([])
})
