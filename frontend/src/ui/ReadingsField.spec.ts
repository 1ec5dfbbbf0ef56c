import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import ReadingsField from './ReadingsField.vue'

const field = (readings: number[] = [], more = {}) =>
  mount(ReadingsField, { props: { modelValue: readings, label: 'Left, degrees', unit: 'deg', valid: [0, 90], plausible: [10, 60], ...more } })

async function type(wrapper: ReturnType<typeof field>, text: string): Promise<void> {
  await wrapper.find('input').setValue(text)
  await wrapper.find('input').trigger('keydown', { key: 'Enter' })
}

describe('several readings of one thing', () => {
  it.each([
    ['31', [31]], ['31,5', [31.5]], ['  7 ', [7]], ['0', [0]], ['90', [90]],
  ])('keeps %j', async (text, kept) => {
    const wrapper = field()
    await type(wrapper, text)
    expect(wrapper.emitted('update:modelValue')?.[0]).toEqual([kept])
    expect((wrapper.find('input').element as HTMLInputElement).value).toBe('')
  })

  it.each([
    ['abc', 'no number'], ['91', 'not possible'], ['-1', 'not possible'], ['−4', 'not possible'], ['1e999', 'no number'],
  ])('refuses %j and keeps the text', async (text, words) => {
    const wrapper = field()
    await type(wrapper, text)
    expect(wrapper.emitted('update:modelValue')).toBeUndefined()
    expect(wrapper.text()).toContain(words)
    expect((wrapper.find('input').element as HTMLInputElement).value).toBe(text)
  })

  it('moves on when Enter is pressed in the empty field', async () => {
    const wrapper = field([31])
    await wrapper.find('input').trigger('keydown', { key: 'Enter' })
    expect(wrapper.emitted('onward')).toHaveLength(1)
  })

  it('takes the last one back with Backspace in the empty field, any one with its button', async () => {
    const wrapper = field([31, 32, 33])
    await wrapper.find('input').trigger('keydown', { key: 'Backspace' })
    expect(wrapper.emitted('update:modelValue')?.[0]).toEqual([[31, 32]])
    await wrapper.findAll('button')[0]!.trigger('click')
    expect(wrapper.emitted('update:modelValue')?.[1]).toEqual([[32, 33]])
  })

  it('says that an unusual value is unusual and keeps it', () => {
    expect(field([80]).text()).toContain('unusual')
    expect(field([30]).text()).not.toContain('unusual')
  })

  it('stops at ten', async () => {
    const wrapper = field(Array.from({ length: 10 }, () => 30))
    await type(wrapper, '31')
    expect(wrapper.text()).toContain('ten readings are enough')
  })

  it('takes nothing while it is disabled', () => {
    expect(field([30], { disabled: true }).find('input').attributes('disabled')).toBeDefined()
  })
})
