import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import DrillReport from './DrillReport.vue'

const drill = { drill: 'tilts', title: 'Tilts', feel: 'the belly', felt_sites: ['target', 'groin'] }

const SHEET = {
  symptoms: ['none', 'pull', 'shooting', 'chest-pain'], stop_symptoms: ['shooting', 'chest-pain'], nerve_symptoms: ['shooting'],
  body_symptoms: ['chest-pain'], clinic: { phone: '01555 010 230' },
  symptom_words: [
    { id: 'shooting', text: 'a shooting pain', phone: 'Stop this drill. Call {phone}.' },
    { id: 'chest-pain', text: 'pain or pressure in the chest', phone: 'Stop and call the emergency number now.' },
  ],
  stop_reasons: [
    { id: 'low-sugar', text: 'shaky, low sugar', phone: 'Eat something sweet now.' },
    { id: 'other-reason', text: 'for another reason', phone: 'Tell us in a few words.' },
  ],
}

function open(asksMoved: boolean, sheet: object = SHEET) {
  return mount(DrillReport, { props: { drill: drill as never, share: 100, sheet: { ...sheet, asks_moved: asksMoved } as never } })
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

  it('asks first how much of what is done beside the session was done', async () => {
    const walk = { ...drill, beside: true, sides: [{ words: '5 min' }] }
    const panel = mount(DrillReport, { props: { drill: walk as never, share: 100, sheet: { ...SHEET, asks_moved: false } as never } })
    expect(panel.text()).not.toContain('Worst pain')
    await say(panel, 'about half', '2', 'a pull', 'where it should be')
    await panel.find('form').trigger('submit')
    expect(panel.emitted('report')![0]).toEqual([{ done_pct: 50, during: 2, symptom: 'pull', felt: 'target' }])
    await say(panel, 'not today', 'Go on')
    expect(panel.emitted('notToday')).toHaveLength(1)
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

  it('asks for no place of a sign of the whole body, and says at once what to do', async () => {
    const panel = open(false)
    await say(panel, '3', 'pressure in the chest')
    expect(panel.text()).not.toContain('Where?')
    expect(panel.find('[role=alert]').text()).toContain('Stop and call the emergency number now.')
    expect(panel.text()).not.toContain('Go on')
    await say(panel, 'End the session here')
    expect(panel.emitted('report')![0]).toEqual([{ during: 3, symptom: 'chest-pain', felt: '' }])
  })

  it('takes a stop for another reason in the client’s words, and goes on only with them', async () => {
    const panel = open(false)
    await say(panel, '1', 'a pull', 'where it should be', 'for another reason')
    const goOn = () => panel.findAll('button').find((b) => b.text() === 'Go on')!
    expect(goOn().attributes('disabled')).toBeDefined()
    await panel.find('textarea').setValue(' the doorbell rang ')
    expect(goOn().attributes('disabled')).toBeUndefined()
    await panel.find('form').trigger('submit')
    expect(panel.emitted('report')![0]).toEqual([{ during: 1, symptom: 'pull', felt: 'target', stopped: 'the doorbell rang' }])
  })

  it('ends the session for low sugar', async () => {
    const panel = open(false)
    await say(panel, '0', 'low sugar')
    expect(panel.find('[role=alert]').text()).toContain('Eat something sweet now.')
    await say(panel, 'End the session here')
    expect(panel.emitted('report')![0]).toEqual([{ during: 0, symptom: '', felt: '', stopped: 'shaky, low sugar' }])
  })

  it('works with a sheet that the phone kept from before', async () => {
    const { symptoms, stop_symptoms, nerve_symptoms, clinic } = SHEET
    const panel = open(false, { symptoms, stop_symptoms, nerve_symptoms, clinic })
    await say(panel, '4', 'a shooting pain', 'groin')
    expect(panel.find('[role=alert]').text()).toContain('Call 01555 010 230 before the next session.')
  })
})
