import createClient, { type Middleware } from 'openapi-fetch'
import type { components, paths } from './schema'

/** Shapes of the service, by the names it gives them. */
export type Schema = components['schemas']

/** A refused request, as RFC 9457 problem details with the fields at fault. */
export interface Refusal {
  type: string
  title: string
  detail: string
  status: number
  problems: Schema['FieldProblem'][]
  changes: string[]
  currentVersion: number | null
}

/** Nobody signed in, too slow, too many at once, and a service or database that is away. */
const passingStatuses = [401, 408, 429, 502, 503, 504]

/** Thrown for every refusal, and for a dropped connection (status 0). */
export class RefusedError extends Error {
  constructor(readonly refusal: Refusal) {
    super(refusal.title)
  }

  get offline() {
    return this.refusal.status === 0
  }

  /** True when the same write may well go through later: no connection, a service that is away or busy, nobody signed in, or a token that has run out. */
  get passing() {
    return this.offline || passingStatuses.includes(this.refusal.status) || this.refusal.type === 'urn:nightfrost:token'
  }

  /** True when whoever is here has to sign in again, or to fetch a new token. */
  get signedOut() {
    return this.refusal.status === 401 || this.refusal.type === 'urn:nightfrost:token'
  }

  /** Why, in a sentence or two. */
  get words() {
    const { title, detail, problems, changes } = this.refusal
    return [
      title,
      ...(problems.length > 0 ? problems.map((p) => `${p.reason} ${p.remedy}`) : changes.length > 0 ? changes : [detail]),
    ].join(' ')
  }

  get stale() {
    return this.refusal.type === 'urn:nightfrost:stale'
  }
}

let token = ''

/** Keeps the antiforgery token that writes must carry. */
export const keepToken = (fresh: string) => {
  token = fresh
}

/** A key that makes a repeated write do nothing twice. */
export const writeKey = () => Array.from(crypto.getRandomValues(new Uint8Array(16)), (byte) => byte.toString(16).padStart(2, '0')).join('')

const seal: Middleware = {
  onRequest({ request }) {
    if (request.method !== 'GET') {
      request.headers.set('X-Nightfrost-Token', token)
      if (!request.headers.has('Idempotency-Key')) request.headers.set('Idempotency-Key', writeKey())
    }
    return request
  },
}

export const api = createClient<paths>({ baseUrl: location.origin })
api.use(seal)

/** No answer came. */
export const dropped: Refusal = {
  type: 'urn:nightfrost:offline',
  title: 'No connection to the service.',
  detail: 'What you typed is kept here. It is sent when the connection is back.',
  status: 0,
  problems: [],
  changes: [],
  currentVersion: null,
}

/** The data of an answer, or a RefusedError. */
export async function told<T>(call: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  let answer
  try {
    answer = await call
  } catch {
    throw new RefusedError(dropped)
  }
  if (answer.response.ok) return answer.data as T
  const error = (answer.error ?? {}) as Partial<Refusal>
  const refused = new RefusedError({
    type: error.type ?? '',
    title: error.title ?? 'The service could not do that.',
    detail: error.detail ?? 'Try again in a moment.',
    status: answer.response.status,
    problems: error.problems ?? [],
    changes: error.changes ?? [],
    currentVersion: error.currentVersion ?? null,
  })
  // The session is asked for again, with its token; whoever is signed out is shown the way in.
  if (refused.signedOut && !answer.response.url.endsWith('/sign-in')) dispatchEvent(new Event('nightfrost:signed-out'))
  throw refused
}
