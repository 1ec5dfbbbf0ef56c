import { expect, it } from 'vitest'
import type { Schemas } from '@/api/client'
import { becameWords } from './sentWords'

const ROW = { sent_at: null, fault: '', given_up: false, due_at: '2020-01-02T07:00:00' } as Schemas['DispatchLine']

it.each([
  [{ sent_at: '2020-01-01T08:10:00' }, 'sent 1 Jan 2020 08:10'],
  [{ fault: 'the line is dead' }, 'not sent: the line is dead; tried again'],
  [{ fault: 'the line is dead', given_up: true }, 'not sent: the line is dead'],
  [{}, 'goes 2 Jan 2020 07:00'],
])('says what became of %j', (part, said) => {
  expect(becameWords({ ...ROW, ...part })).toBe(said)
})
