import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import DrillReport from './DrillReport.vue'

const drill = { drill: 'tilts', title: 'Tilts', feel: 'the belly', felt_sites: ['target', 'groin'] }

function open(asksMoved: boolean) {
  return mount(DrillReport, {
    props: {
      drill: drill as never, share: 100, symptoms: ['none', 'pull', 'shooting'], stops: ['shooting'], nerves: ['shooting'],
      asksMoved, phone: '01555 010 230',
    },
  })
}

async function say(panel: ReturnType<typeof open>, ...words: string[]): Promise<void> {
  for (const word of words) await panel.findAll('button').find((b) => b.text().includes(word))!.trigger('click')
}

describe('how a drill went', () => {
  it.each([
    ['is left out where nobody asked', false, ['2', 'a pull', 'where it should be'], {}],
    ['is told where a nerve is in play', true, ['2', 'a pull', 'where it should be', 'stayed where it was'], { moved: 'none' }],
  ])('what moved %s', async (_, asks, words, moved) => {
    const panel = open(asks)
    await say(panel, ...words)
    await panel.find('form').trigger('submit')
    expect(panel.emitted('report')![0]).toEqual([{ during: 2, symptom: 'pull', felt: 'target', ...moved }])
  })

  it('asks what moved as soon as a nerve sign is told, and holds no stop sign up for the answer', async () => {
    const panel = open(false)
    expect(panel.text()).not.toContain('move along the leg')
    await say(panel, '5', 'a shooting pain', 'groin')
    expect(panel.text()).toContain('move along the leg')
    await say(panel, 'End the session here')
    expect(panel.emitted('report')![0]).toEqual([{ during: 5, symptom: 'shooting', felt: 'groin' }])
    await say(panel, 'further down', 'End the session here')
    expect(panel.emitted('report')![1]).toEqual([{ during: 5, symptom: 'shooting', felt: 'groin', moved: 'down' }])
  })
})
