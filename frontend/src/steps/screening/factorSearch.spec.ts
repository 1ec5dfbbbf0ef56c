import { describe, expect, it } from 'vitest'
import { factorsNamed, findFactors } from './factorSearch'

const FACTORS = [
  { id: 'blood-thinner', name: 'Blood thinner', also: ['anticoagulant', 'warfarin', 'aspirin every day'] },
  { id: 'high-blood-pressure', name: 'High blood pressure not controlled', also: ['hypertension'] },
  { id: 'joint-injection', name: 'Injection into a joint or tendon in the last 14 days', also: ['cortisone injection'] },
  { id: 'steroid-long', name: 'Long use of steroid tablets', also: ['prednisolone', 'cortisone tablets'] },
  { id: 'knee-tendon', name: 'Kneecap-tendon pain', also: ['jumper’s knee'] },
]

describe('a factor is found by what people call it', () => {
  it.each([
    ['warfarin', ['blood-thinner warfarin']], ['Blood', ['blood-thinner ', 'high-blood-pressure ']], ['cortisone', ['joint-injection cortisone injection', 'steroid-long cortisone tablets']],
    ['cortisone tab', ['steroid-long cortisone tablets']], ['tension', ['high-blood-pressure hypertension']], ['war', ['blood-thinner warfarin']], ["jumper's", ['knee-tendon jumper’s knee']],
    ['st', ['steroid-long ']], ['', []], ['unobtainium', []],
  ])('“%s”', (text, expected) => {
    expect(findFactors(text, FACTORS).map((one) => `${one.factor.id} ${one.by}`)).toEqual(expected)
  })
})

describe('what a free text names', () => {
  it.each([
    ['Warfarin since May, ibuprofen every day', ['blood-thinner warfarin']], ['aspirin', ['blood-thinner aspirin every day']], ['pills for the heart', []], ['', []],
    ['prednisolone and warfarin', ['blood-thinner warfarin', 'steroid-long prednisolone']],
  ])('“%s”', (text, expected) => {
    expect(factorsNamed(text, FACTORS).map((one) => `${one.factor.id} ${one.by}`)).toEqual(expected)
  })
})
