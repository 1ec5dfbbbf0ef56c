import { describe, expect, it } from 'vitest'
import type { HomeSchemas } from '@/api/client'
import { arranged, AS_HANDED_OVER, asksBetter } from './arranged'

type Sheet = HomeSchemas['HomeSheet']

const side = (index: number, word: string, seconds: number) => ({ index, kind: 'side', side: word, seconds })
const turn = (index: number) => ({ index, kind: 'change', side: null, seconds: 8 })
const drill = (name: string, better_first: boolean) => ({ drill: name, better_first, sides: [{ side: 'left' }, { side: 'right' }] })
const AT_WORK = { name: 'work', drills: [drill('turn', false)], timeline: [side(0, 'left', 20)], seconds: 20, have_ready: ['chair'], left_out: ['fold'] }
const SHEET = {
  first_name: 'Ragna', seconds: 200, have_ready: ['mat'], elsewhere: AT_WORK,
  drills: [drill('fold', true), drill('lunge', false)],
  timeline: [side(0, 'left', 30), turn(0), side(0, 'right', 45), side(1, 'left', 20), turn(1), side(1, 'right', 20)],
} as unknown as Sheet

const order = (sheet: Sheet): string[] => sheet.timeline.filter((one) => one.kind === 'side').map((one) => `${one.index} ${one.side} ${one.seconds}`)

describe('the sheet as it is done today', () => {
  it('stays as it was handed over while nothing is told', () => {
    expect(arranged(SHEET, AS_HANDED_OVER)).toBe(SHEET)
  })

  it.each([
    ['left', ['0 left 30', '0 right 45', '1 left 20', '1 right 20']],
    ['right', ['0 right 45', '0 left 30', '1 left 20', '1 right 20']],
  ] as const)('begins with the side that moves better, %s, where the sheet leaves it open', (better, expected) => {
    const found = arranged(SHEET, { there: false, better, off: [] })
    expect(order(found)).toEqual(expected)
    expect(found.drills.map((one) => one.sides[0]?.side)).toEqual([better, 'left'])
    expect(found.timeline.map((one) => one.kind)).toEqual(SHEET.timeline.map((one) => one.kind))
  })

  it('keeps the sides apart in rounds', () => {
    const rounds = { ...SHEET, timeline: [side(0, 'left', 10), turn(0), side(0, 'right', 11), side(1, 'left', 20), side(0, 'left', 12), turn(0), side(0, 'right', 13)] } as unknown as Sheet
    expect(order(arranged(rounds, { there: false, better: 'right', off: [] }))).toEqual(['0 right 11', '0 left 10', '1 left 20', '0 right 13', '0 left 12'])
  })

  it('is what is done elsewhere, under the same name and clinic', () => {
    const found = arranged(SHEET, { there: true, better: '', off: [] })
    expect(found.drills.map((one) => one.drill)).toEqual(['turn'])
    expect([found.seconds, found.have_ready, found.first_name]).toEqual([20, ['chair'], 'Ragna'])
  })

  it.each([[SHEET, true], [arranged(SHEET, { there: true, better: '', off: [] }), false]])('asks which side moves better only where a drill hangs on it', (sheet, asked) => {
    expect(asksBetter(sheet)).toBe(asked)
  })

  it('stays as it is where a sheet kept from before knows no second place', () => {
    const old = { ...SHEET, elsewhere: undefined } as unknown as Sheet
    expect(arranged(old, { there: true, better: '', off: [] })).toBe(old)
  })

  it.each([
    ['one side', [{ drill: 'lunge', title: '', side: 'right' }], [['lunge', 'right', 1]], ['0 right 20'], 20],
    ['both sides, with the turn between', [{ drill: 'lunge', title: '', side: 'left' }, { drill: 'lunge', title: '', side: 'right' }], [['lunge', undefined, 2]], ['0 left 20', '0 right 20'], 48],
    ['two drills', [{ drill: 'lunge', title: '', side: 'left' }, { drill: 'fold', title: '', side: 'right' }], [['fold', 'right', 1], ['lunge', 'left', 1]], ['0 right 45', '1 left 20'], 65],
    ['named by its title, as once handed over', [{ drill: '', title: 'Lunge', side: 'left' }], [['lunge', 'left', 1]], ['0 left 20'], 20],
    ['what the sheet has not', [{ drill: 'gone', title: 'Gone', side: 'left' }], [], [], 0],
  ] as const)('is at a break at work a small session of its own: %s', (_, drills, played, sides, seconds) => {
    const desk = { ...SHEET, drills: SHEET.drills.map((one) => ({ ...one, title: one.drill === 'lunge' ? 'Lunge' : 'Fold' })), desk: [{ at: '10:30', drills }] } as unknown as Sheet
    const found = arranged(desk, { there: false, better: '', off: [], pause: '10:30' })
    expect(found.drills.map((one) => [one.drill, one.side, one.sides.length])).toEqual(played)
    expect(order(found)).toEqual(sides)
    expect(found.seconds).toBe(seconds)
  })

  it('plays each side once at a break, however many rounds the sheet has', () => {
    const rounds = { ...SHEET, desk: [{ at: '9:30', drills: [{ drill: 'fold', title: '', side: 'left' }] }], timeline: [{ index: 0, kind: 'set-up', side: null, seconds: 15 }, side(0, 'left', 10), side(1, 'left', 20), side(0, 'left', 12)] } as unknown as Sheet
    expect(arranged(rounds, { there: false, better: '', off: [], pause: '9:30' }).timeline.map(({ kind, seconds }) => [kind, seconds])).toEqual([['set-up', 15], ['side', 10]])
  })
})
