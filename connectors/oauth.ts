import { z } from 'zod'
import { reachedFetch } from '../reach/fetch'
import { Refusal } from './connector'

/** Options of whatever lets a program in by OAuth 2.0, client credentials (RFC 6749, 4.4); left out where it does not. */
export const oauthOptions = {
  tokenAddress: z
    .url({ protocol: /^https?$/ })
    .optional()
    .meta({ title: 'Token address', description: 'Where OAuth 2.0 gives tokens to programs (client credentials), if it wants them' }),
  clientId: z.string().max(300).optional().meta({ title: 'Client', description: 'This program’s name there' }),
  clientSecret: z.string().max(1000).optional().meta({ title: 'Client secret', description: 'What belongs to that name', secret: true }),
  scope: z.string().max(500).optional().meta({ title: 'Scope', description: 'What is asked for, where it wants to know' }),
}
type OAuth = z.infer<z.ZodObject<typeof oauthOptions>>

const seconds = 20
/** A token is not used in its last seconds: a delivery takes some. */
const lastSeconds = 30
/** Where the answer does not say how long a token holds (RFC 6749, 5.1). */
const usualSeconds = 300
const Answer = z.object({ access_token: z.string().min(1), token_type: z.string(), expires_in: z.coerce.number().positive().optional() })
const Fault = z.object({ error: z.string() }).catch({ error: '' })

const tokens = new Map<string, { fetched: Promise<{ token: string; holds: number }>; until: number }>()
const keyOf = ({ tokenAddress, clientId, clientSecret, scope }: OAuth) => JSON.stringify([tokenAddress, clientId, clientSecret, scope])

/**
 * A bearer token that holds; null where the options ask for none. One is fetched for all that ask at once.
 * @throws {Refusal} where the client is refused; {Error} where no token can be had now
 */
export async function bearerOf(options: OAuth): Promise<string | null> {
  if (options.tokenAddress === undefined) return null
  const key = keyOf(options)
  const known = tokens.get(key)
  if (known && known.until > Date.now()) return (await known.fetched).token
  const fetched = fetchToken(options.tokenAddress, options)
  const entry = { fetched, until: Date.now() + seconds * 1000 }
  tokens.set(key, entry)
  try {
    const { token, holds } = await fetched
    entry.until = Date.now() + (holds - lastSeconds) * 1000
    return token
  } catch (error) {
    tokens.delete(key)
    throw error
  }
}

/** A token that was refused is not shown again. */
export function dropBearer(options: OAuth): void {
  tokens.delete(keyOf(options))
}

/** Fetches with a bearer token where the options ask for one; one that was refused is fetched anew, once. */
export async function fetchWithBearer(options: OAuth, url: string, init: RequestInit): Promise<Response> {
  const once = async () => {
    const bearer = await bearerOf(options)
    const headers = bearer === null ? init.headers : { ...(init.headers as Record<string, string>), authorization: `Bearer ${bearer}` }
    return reachedFetch(url, { ...init, ...(headers ? { headers } : {}) })
  }
  const answer = await once()
  if (answer.status !== 401 || options.tokenAddress === undefined) return answer
  dropBearer(options)
  await answer.body?.cancel()
  return once()
}

async function fetchToken(address: string, { clientId = '', clientSecret = '', scope }: OAuth): Promise<{ token: string; holds: number }> {
  const { host } = new URL(address)
  // RFC 6749, 2.3.1: both are form-encoded before they are put together.
  const basic = [clientId, clientSecret].map(encodeURIComponent).join(':')
  const answer = await reachedFetch(address, {
    method: 'POST',
    headers: {
      authorization: `Basic ${Buffer.from(basic).toString('base64')}`,
      'content-type': 'application/x-www-form-urlencoded',
      accept: 'application/json',
    },
    body: new URLSearchParams({ grant_type: 'client_credentials', ...(scope ? { scope } : {}) }).toString(),
    signal: AbortSignal.timeout(seconds * 1000),
  })
  const body: unknown = await answer.json().catch(() => null)
  if (answer.status === 400 || answer.status === 401 || answer.status === 403) {
    const { error } = Fault.parse(body)
    throw new Refusal(
      `${host} gives us no token${error ? ` (${error})` : ''}. ` +
        'Ask a steward to put the right client, secret and scope into the destination.',
    )
  }
  const read = Answer.safeParse(body)
  if (!answer.ok || !read.success || read.data.token_type.toLowerCase() !== 'bearer')
    throw new Error(`${host} answered ${answer.status} without a bearer token. Try again later, or ask its administrator.`)
  return { token: read.data.access_token, holds: read.data.expires_in ?? usualSeconds }
}
