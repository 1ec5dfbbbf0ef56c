import createClient from 'openapi-fetch'
import type { components as HomeComponents, paths as HomePaths } from './generated/home'
import type { components, paths } from './generated/clinic'

export type Schemas = components['schemas']
export type HomeSchemas = HomeComponents['schemas']
export type Problem = Schemas['Problem']

/** What a call gives: the data, or a problem that says what to do. Losing the network is a problem too. */
export type Outcome<T> = { ok: true; data: T } | { ok: false; problem: Problem }

const OFFLINE: Problem = {
  type: 'easepath:offline',
  title: 'no connection to the clinic',
  status: 0,
  id: '',
  detail: 'what you entered is kept on this device and sent when the connection is back',
  fields: {},
  reasons: [],
  conflict: null,
}

function cookie(name: string): string {
  const found = document.cookie.split('; ').find((part) => part.startsWith(`${name}=`))
  return found ? decodeURIComponent(found.slice(name.length + 1)) : ''
}

const guard = {
  onRequest({ request }: { request: Request }) {
    request.headers.set('X-CSRFToken', cookie('csrftoken'))
    return request
  },
}

/** Looked up at each call, so that tests can stand in for the network. */
const send = (request: Request): Promise<Response> => globalThis.fetch(request)

export const clinic = createClient<paths>({ baseUrl: '/', fetch: send })
clinic.use(guard)
export const homeClient = createClient<HomePaths>({ baseUrl: '/', fetch: send })
homeClient.use(guard)

const signedOutListeners = new Set<(kind: string) => void>()

/** Be told when the server says that nobody is signed in any more, or that the session is locked. */
export function onSignedOut(listener: (kind: string) => void): void {
  signedOutListeners.add(listener)
}

/** how often the door was opened on this page */
let door = 0

/** Somebody has signed in or unlocked the page: what was asked before and is refused later says nothing of now. */
export function doorOpened(): void {
  door += 1
}

/** Turn a fetch of the typed client, which has just been sent, into an outcome. */
export async function outcome<T>(
  call: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<Outcome<T>> {
  const sentAt = door
  try {
    const { data, error, response } = await call
    if (response.ok) return { ok: true, data: data as T }
    const problem = asProblem(error, response)
    if (response.status === 401 && sentAt === door) signedOutListeners.forEach((tell) => tell(problem.type))
    return { ok: false, problem }
  } catch {
    return { ok: false, problem: OFFLINE }
  }
}

function asProblem(error: unknown, response: Response): Problem {
  if (error && typeof error === 'object' && 'title' in error) {
    return { ...OFFLINE, detail: '', ...(error as Partial<Problem>) }
  }
  const title = response.status === 403 ? 'the page is out of date' : 'the clinic’s server had a fault'
  const detail = response.status === 403 ? 'reload this page and try again' : 'nothing was saved; try again in a moment'
  return { ...OFFLINE, type: 'easepath:fault', title, status: response.status, detail }
}
