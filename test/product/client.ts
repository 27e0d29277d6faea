import { running } from './running'

export interface Answer<T = unknown> {
  status: number
  body: T
}
export type Client = <T = unknown>(method: string, path: string, body?: unknown) => Promise<Answer<T>>

/** A client of the running copy: signed in with this name, or nobody. */
export async function client(name?: string): Promise<Client> {
  const { app, person } = running()
  const jar = new Map<string, string>()
  const ask: Client = async <T>(method: string, path: string, body?: unknown) => {
    const cookie = [...jar].map(([name, value]) => `${name}=${value}`).join('; ')
    const response = await fetch(app + path, {
      method,
      headers: { 'content-type': 'application/json', cookie },
      body:
        body === undefined
          ? undefined
          : typeof body === 'string'
            ? body
            : body instanceof Uint8Array
              ? new Uint8Array(body)
              : JSON.stringify(body),
    })
    for (const set of response.headers.getSetCookie()) {
      const [name, value] = set.split(';')[0]!.split(/=(.*)/s) as [string, string]
      jar.set(name, value)
    }
    const text = await response.text()
    return { status: response.status, body: (response.headers.get('content-type')?.includes('json') ? JSON.parse(text) : text) as T }
  }
  if (name) {
    const { status } = await ask('POST', '/api/session', { name, password: person(name).password })
    if (status !== 200) throw new Error(`${name} could not sign in: ${status}.`)
  }
  return ask
}

/** The session cookie of someone who signs in now. */
export async function cookieOf(name: string): Promise<string> {
  const { app, person } = running()
  const response = await fetch(`${app}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name, password: person(name).password }),
  })
  return response.headers.get('set-cookie')?.split(';')[0] ?? ''
}

/** Asks again until the answer is as wanted; gives up once it has stayed the same for so many seconds. */
export async function until<T>(ask: () => Promise<T>, wanted: (answer: T) => boolean, seconds = 100): Promise<T> {
  for (let last = '', end = 0; ;) {
    const answer = await ask()
    if (wanted(answer)) return answer
    const said = JSON.stringify({ answer })
    if (said !== last) [last, end] = [said, Date.now() + seconds * 1000]
    if (Date.now() > end) throw new Error(`Waited ${seconds} seconds for another answer than ${said.slice(0, 500)}`)
    await new Promise(resolve => setTimeout(resolve, 300))
  }
}

export interface ApiAnswer<T = unknown> {
  status: number
  type: string
  body: T
}

/** A program that shows this person's token, or another word in its place. */
export function program(name: string, shown?: string) {
  const { api } = running()
  return async <T = unknown>(method: string, path: string, body?: unknown): Promise<ApiAnswer<T>> => {
    const response = await fetch(api.base + path, {
      method,
      headers: {
        authorization: `Bearer ${shown ?? api.tokens[name]!}`,
        ...(body instanceof Uint8Array ? {} : { 'content-type': 'application/json' }),
      },
      body: body === undefined ? undefined : body instanceof Uint8Array ? new Uint8Array(body) : JSON.stringify(body),
    })
    const text = await response.text()
    const type = response.headers.get('content-type') ?? ''
    return { status: response.status, type, body: (type.includes('json') ? JSON.parse(text) : text) as T }
  }
}
