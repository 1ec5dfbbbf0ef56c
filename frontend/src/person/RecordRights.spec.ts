import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { clinic, type Schemas } from '@/api/client'
import { useSession } from '@/app/session'
import RecordRights from './RecordRights.vue'

vi.mock('vue-router', () => ({ useRouter: () => ({ push: vi.fn() }) }))
afterEach(() => vi.restoreAllMocks())
const person = (client: number): Schemas['PersonOut'] => ({ client, revision: 0, first_name: 'Ada', last_name: 'Weir', birth_date: null, age: null, sex: '', trade: '', telephone: '', email: '', language: '', figure: '', figures: [], consent_on: null, archived: false, since: '2026-11-01', complaints: [], same: [] })

describe('the rights over a record', () => {
  it('are those of the record in sight, also after going over to another of the same name', async () => {
    setActivePinia(createPinia())
    useSession().adopt({ may: ['archive-client'] } as unknown as Schemas['Me'])
    const sent = vi.spyOn(clinic, 'POST').mockResolvedValue({ data: {}, response: new Response() } as never)
    const page = mount(RecordRights, { props: { person: person(1) }, global: { stubs: { RouterLink: true } } })
    await page.setProps({ person: person(2) })
    await page.find('button').trigger('click')
    expect(sent).toHaveBeenCalledWith('/api/clients/{client}/archive', { params: { path: { client: 2 } }, body: { archived: true } })
  })
})
