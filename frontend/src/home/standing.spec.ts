import { describe, expect, it } from 'vitest'
import type { HomeSchemas } from '@/api/client'
import { asOf } from './keptSheet'
import type { Letter } from './outbox'
import { asKnownHere, sessionsIn } from './standing'

type Sheet = HomeSchemas['HomeSheet']
type Told = HomeSchemas['DrillDone']

const side = (seconds: number) => ({ side: 'left', seconds, words: `${seconds} s` })
const drill = (name: string) => ({ drill: name, title: name, paused: false, stands_for: '', at_home: '', sides: [side(60)] })
const day = (date: string) => ({ date, done: 0, stopped: false, rests: false, worst: null, morning: null })
const SHEET = {
  today: '2026-11-25', drills: ['rock', 'raise', 'squeeze'].map(drill), elsewhere: null, rests: [], suspended: null, mornings_open: [], soreness_open: [],
  home_check: { questions: [], asked_from: '2026-11-29', every_days: 7, after: ['shooting', 'tingling', 'numbness'] }, withheld: false, done_today: false, breaks_done: [], stopped_today: false, days: [day('2026-11-24'), day('2026-11-25')], rest_days: 2, seconds: 210, have_ready: [], timeline: [0, 1, 2].flatMap((index) => [{ index, kind: 'set-up', side: null, seconds: 10 }, { index, kind: 'side', side: 'left', seconds: 60 }]),
  after_flare: [{ drill: 'rock', sides: [side(30)], line: 'less of it' }, { drill: 'raise', sides: [], line: 'it rests' }], stop_symptoms: ['sharp', 'tingling', 'chest-pain'],
  symptom_words: [{ id: 'chest-pain', text: 'chest pain', phone: 'call' }],
  follows: [
    { drill: 'rock', symptoms: ['chest-pain'], felt: [], rests: [], all: true },
    { drill: 'rock', symptoms: ['sharp'], felt: ['knee'], rests: ['rock', 'raise'], all: false },
    { drill: 'rock', symptoms: ['sharp'], felt: [], rests: ['rock'], all: false },
  ],
  flares: [{ drill: 'rock', during: [5, 5, 5, 5, 6, 7, 8, 9, 10, 11, 11], morning: [4, 4, 4, 5, 6, 7, 8, 9, 10, 11, 11] }],
} as unknown as Sheet
const told = (more: Partial<Told>): Told => ({ drill: 'rock', side: 'left', done_pct: 100, during: 1, symptom: 'none', felt: '', felt_side: '', felt_words: '', mark: null, mark_side: '', held: '', moved: '', stopped: '', ...more })
const session = (id: string, date: string, more: Partial<Told> = {}, corrects: string | null = null): Letter => ({ kind: 'session', body: { id, version: 1, date, before: 1, after: 1, worst: null, drills: [told(more)], note: '', at_break: '', corrects } })
const morning = (of: string, pain: number): Letter => ({ kind: 'morning', body: { id: `m${of}`, session: of, pain, unusual: 'none', gone_48h: null } })
const check = (date: string, yes: boolean): Letter => ({ kind: 'check', body: { id: `c${date}`, date, answers: { fever: yes } } })
const paused = (sheet: Sheet) => sheet.drills.filter((one) => one.paused).map((one) => one.drill)

describe('what follows on the phone before the clinic knows', () => {
  it.each([
    ['a joint sign where it speaks of a joint', { symptom: 'sharp', felt: 'knee' }, ['rock', 'raise']],
    ['a joint sign elsewhere', { symptom: 'sharp', felt: 'groin' }, ['rock']],
    ['nothing special', {}, []],
  ] as [string, Partial<Told>, string[]][])('%s rests what the table says, no more', (_, more, rests) => {
    expect(paused(asKnownHere(SHEET, [session('a', '2026-11-25', more)]))).toEqual(rests)
  })

  it('a sign of the whole body ends every drill', () => {
    expect(asKnownHere(SHEET, [session('a', '2026-11-25', { symptom: 'chest-pain' })]).suspended?.id).toBe('chest-pain')
  })

  it.each([
    ['more pain than the table allows', [session('a', '2026-11-25', { during: 5 })], '2026-11-27'],
    ['just under it', [session('a', '2026-11-25', { during: 4 })], undefined],
    ['a bad morning', [session('a', '2026-11-24'), morning('a', 4)], '2026-11-26'],
    ['a calm morning', [session('a', '2026-11-24'), morning('a', 3)], undefined],
  ] as [string, Letter[], string | undefined][])('%s: rest up to the right day', (_, letters, until) => {
    expect(asKnownHere(SHEET, letters).rests[0]?.until).toBe(until)
  })

  it('comes back from its rest with what was agreed in its place, with all that needs', () => {
    const agreed = { ...drill('fallout'), stands_for: 'rock', sides: [side(45)] }
    const sheet = { ...SHEET, have_ready: ['Pad'], drills: SHEET.drills.map((one) => ({ ...one, in_turn: 'in turn', due: [true] })), after_flare: [{ drill: 'rock', sides: [], line: 'in place of it', instead: agreed, ready: ['Cushion'] }] } as unknown as Sheet
    const then = asKnownHere(asOf(sheet, '2026-11-28'), [session('a', '2026-11-25', { during: 9 })])
    expect(then.drills[0]).toMatchObject({ drill: 'fallout', at_home: 'in place of it', paused: false, in_turn: 'in turn', due: [true] })
    expect(then.timeline.map(({ seconds }) => seconds)).toEqual([10, 45, 10, 60, 10, 60])
    expect(then.have_ready).toEqual(['Pad', 'Cushion'])
    expect(paused(asKnownHere(sheet, [session('a', '2026-11-25', { symptom: 'sharp', felt: 'groin' })]))).toEqual(['rock'])
  })

  it('comes back from its rest with less of what flared, on the tape too, and of nothing else', () => {
    const [flare, calm] = [{ during: 9 }, { during: 1 }].map((more) => asKnownHere(asOf(SHEET, '2026-11-28'), [session('a', '2026-11-25', more)]))
    expect(flare!.rests).toEqual([])
    expect(flare!.drills.map(({ sides, at_home }) => [sides[0]!.seconds, at_home])).toEqual([[30, 'less of it'], [60, ''], [60, '']])
    expect(flare!.timeline.map(({ seconds }) => seconds)).toEqual([10, 30, 10, 60, 10, 60])
    expect(flare!.seconds).toBe(180)
    expect([calm!.drills, calm!.seconds]).toEqual([SHEET.drills, 210])
  })

  it('rests on where the table has nothing less', () => {
    const flares = [{ ...SHEET.flares[0]!, drill: 'raise' }]
    const found = asKnownHere(asOf({ ...SHEET, flares }, '2026-11-28'), [session('a', '2026-11-25', { drill: 'raise', during: 9 })])
    expect(paused(found)).toEqual(['raise'])
  })

  it('asks the morning of a session that only this phone knows, once', () => {
    expect(asKnownHere(SHEET, [session('a', '2026-11-24')]).mornings_open).toEqual([{ session: 'a', date: '2026-11-24' }])
    expect(asKnownHere(SHEET, [session('a', '2026-11-24'), morning('a', 1)]).mornings_open).toEqual([])
    expect(asKnownHere(SHEET, [session('a', '2026-11-22')]).mornings_open).toEqual([])
    const two = [session('a', '2026-11-24'), session('b', '2026-11-24')] // two sessions of a day have one morning
    expect(asKnownHere(SHEET, two).mornings_open).toEqual([{ session: 'b', date: '2026-11-24' }])
    expect(asKnownHere(SHEET, [...two, morning('b', 1)]).mornings_open).toEqual([])
  })

  it('counts a session once, however often it was corrected, and one that the sheet counts not again', () => {
    const twice = [session('a', '2026-11-25'), session('b', '2026-11-25', {}, 'a')]
    expect(sessionsIn(twice).map(({ id }) => id)).toEqual(['b'])
    expect(asKnownHere(SHEET, twice).days.at(-1)?.done).toBe(1)
    const known = { ...SHEET, days: [day('2026-11-24'), { ...day('2026-11-25'), done: 1 }] }
    expect(asKnownHere(known, [session('b', '2026-11-25', {}, 'known to the clinic')]).days.at(-1)?.done).toBe(1)
  })

  it.each([
    ['nothing told', [], '2026-11-29'],
    ['a nerve word', [session('a', '2026-11-25', { symptom: 'tingling' })], '2026-11-25'],
    ['a check after it', [session('a', '2026-11-25', { symptom: 'tingling' }), check('2026-11-25', false)], '2026-12-02'],
  ] as [string, Letter[], string][])('asks the home check after %s from the right day', (_, letters, from) => {
    expect(asKnownHere(SHEET, letters).home_check.asked_from).toBe(from)
  })

  it('a yes in the home check ends every drill here at once', () => {
    expect([true, false].map((yes) => asKnownHere(SHEET, [check('2026-11-25', yes)]).withheld)).toEqual([true, false])
  })

  it('a stop that was taken back holds nothing back', () => {
    const letters = [session('a', '2026-11-25', { stopped: 'pressed' }), session('b', '2026-11-25', {}, 'a')]
    expect(asKnownHere(SHEET, letters)).toMatchObject({ stopped_today: false, rests: [] })
  })

  it('is a later day without a network: what is over is over, and its days are empty', () => {
    const kept = { ...SHEET, rests: [{ cause: 'flare', drill: '', until: '2026-11-26', words: '', by: '' }], done_today: true } as Sheet
    expect(asOf(kept, '2026-11-26')).toMatchObject({ done_today: false, rests: kept.rests })
    expect(asOf(kept, '2026-11-27')).toMatchObject({ rests: [], days: [...kept.days, day('2026-11-26'), day('2026-11-27')] })
  })

  it('knows the break that was told here, and counts it as no session', () => {
    const letter = session('b', '2026-11-25')
    const found = asKnownHere(SHEET, [{ ...letter, body: { ...letter.body, at_break: '10:30' } } as Letter])
    expect([found.breaks_done, found.done_today, found.days.at(-1)?.done]).toEqual([['10:30'], false, 0])
    expect(found.days.at(-1)?.worst).not.toBeNull()
  })
})
