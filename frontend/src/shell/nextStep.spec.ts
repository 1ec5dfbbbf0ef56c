import { describe, expect, it } from 'vitest'
import { nextStep, waitingSteps } from './nextStep'

const STEPS = ['story', 'screening', 'measure', 'plan', 'tryout', 'home', 'respond', 'adjust'] as const
const path = (...waiting: string[]) => STEPS.map((step) => ({ step, name: step, words: '', state: waiting.includes(step) ? 'waiting' : 'idle' }) as const)

describe('what comes next on the path', () => {
  it.each([
    ['the next step, begun or not', path(), 'story', 'screening'],
    ['measuring is not skipped', path(), 'screening', 'measure'],
    ['nothing is at home yet', path(), 'tryout', undefined],
    ['at home where something was handed over', path('home'), 'tryout', 'home'],
    ['what waits later on', path('adjust'), 'plan', 'tryout'],
    ['a decision behind steps that have nothing', path('adjust'), 'home', 'adjust'],
    ['nothing after the last', path('adjust'), 'adjust', undefined],
    ['nothing from outside the path', path(), 'account', undefined],
  ])('%s', (_, steps, here, step) => {
    expect(nextStep(steps, here)?.step).toBe(step)
  })

  it('tells what waits in the order of the work', () => {
    expect(waitingSteps(path('adjust', 'story')).map((one) => one.step)).toEqual(['story', 'adjust'])
  })
})
