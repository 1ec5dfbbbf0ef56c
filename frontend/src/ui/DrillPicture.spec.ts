import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import DrillPicture from './DrillPicture.vue'

describe('a still picture', () => {
  const props = { picture: 'half-kneel.1a2b', side: 'left', alt: 'Left side. Kneeling.' }

  it('says its words when it cannot be had, and tries again for another', async () => {
    const shown = mount(DrillPicture, { props })
    expect(shown.get('img').attributes()).toMatchObject({ alt: props.alt, src: '/api/pictures/half-kneel.1a2b/left/end.svg?size=medium&style=screen' })
    await shown.get('img').trigger('error')
    expect(shown.find('img').exists()).toBe(false)
    expect(shown.get('[role=img]').text()).toBe(props.alt)
    await shown.setProps({ pose: 'start' })
    expect(shown.get('img').attributes('src')).toContain('/start.svg')
  })
})
