import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { readable, shortDate } from './dates'
import TapeLine from './TapeLine.vue'
import { positionWords, withUnit } from './units'

describe('the tape', () => {
  const stretches = [
    { index: 0, kind: 'set-up', side: null, seconds: 15 }, { index: 0, kind: 'side', side: 'left', seconds: 30 },
    { index: 0, kind: 'change', side: null, seconds: 8 }, { index: 0, kind: 'side', side: 'right', seconds: 30 },
    { index: 1, kind: 'side', side: 'both', seconds: 60 },
  ]
  const drills = [{ title: 'Rocks', phase: 'mobilise' }, { title: 'Press', phase: 'activate' }]
  const tape = (more = {}) => mount(TapeLine, { props: { stretches, drills, available: 300, ...more } })

  it('has a stroke for each drill, a notch for each change of side, and words for those who do not see it', () => {
    const wrapper = tape()
    expect(wrapper.findAll('.notch')).toHaveLength(1)
    expect(wrapper.findAll('.number')).toHaveLength(2)
    expect(wrapper.attributes('aria-label')).toBe('2 min 23 s in all: 1 Rocks, 1 min 23 s; 2 Press, 1 min')
  })

  it('opens a drill at a touch and has no handles unless asked', async () => {
    expect(tape().findAll('.handle')).toHaveLength(0)
    const wrapper = tape({ handles: true })
    const handle = wrapper.findAll('.handle')[1]!
    ;(handle.element as unknown as { setPointerCapture: () => void }).setPointerCapture = () => undefined
    await handle.trigger('pointerdown', { clientX: 100, pointerId: 1 })
    await handle.trigger('pointerup', { clientX: 100, pointerId: 1 })
    expect(wrapper.emitted('pick')?.[0]).toEqual([1])
  })
})

describe('words for figures', () => {
  it.each([
    [23, 'deg', '23°'], [12.34, 'cm', '12.3 cm'], [3, 'nrs', '3 of 10'], [null, 'deg', 'not known'], [0, 'pct', '0 %'],
  ])('%s %s is %s', (value, unit, words) => expect(withUnit(value, unit)).toBe(words))

  it('names positions and leaves an unknown one as it is', () => {
    expect(positionWords('prone')).toBe('lying face down')
    expect(positionWords('floating')).toBe('floating')
  })

  it('writes every date of a sentence as people do', () => {
    const year = new Date().getFullYear()
    expect(readable(`flared on ${year}-03-07 and on ${year}-03-09`)).toBe(`flared on ${shortDate(`${year}-03-07`)} and on ${shortDate(`${year}-03-09`)}`)
    expect(readable('no date, 2026 reasons')).toBe('no date, 2026 reasons')
  })
})
