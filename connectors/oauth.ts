import { z } from 'zod'
import { lastSeconds, type Grant, type Tokens } from '../core/model/grant'
import { reachedFetch } from '../reach/fetch'
import { Refusal } from './connector'

/**
 * Options of whatever lets a program in by OAuth 2.0 (RFC 6749): for itself (client credentials, 4.4), or in the name of a
 * person who signs in there (authorisation code, 4.1); left out where it does not.
 */
export const oauthOptions = {
  tokenAddress: z
    .url({ protocol: /^https?$/ })
    .max(2000)
    .optional()
    .meta({ title: 'Token address', description: 'Where OAuth 2.0 gives tokens to programs, if it wants them', trusts: true }),
  signInAddress: z
    .url({ protocol: /^https?$/ })
    .max(2000)
    .optional()
    .meta({
      title: 'Sign-in address',
      description: 'Where a person lets this program in (authorisation code); left out, it is let in by its secret (client credentials)',
    }),
  clientId: z.string().max(300).optional().meta({ title: 'Client', description: 'This program’s name there' }),
  clientSecret: z.string().max(1000).optional().meta({ title: 'Client secret', description: 'What belongs to that name', secret: true }),
  scope: z.string().max(500).optional().meta({ title: 'Scope', description: 'What is asked for, where it wants to know' }),
}
/** As they are opened: with what a person's sign-in gave. */
export type OAuth = z.infer<z.ZodObject<typeof oauthOptions>> & { grant?: Grant }

const seconds = 20
/** Where the answer does not say how long a token holds (RFC 6749, 5.1). */
const usualSeconds = 300
const Answer = z.object({
  access_token: z.string().min(1),
  token_type: z.string(),
  expires_in: z.coerce.number().positive().optional(),
  refresh_token: z.string().min(1).optional(),
})
const Fault = z.object({ error: z.string() }).catch({ error: '' })

const tokens = new Map<string, { fetched: Promise<Tokens>; until: number }>()
const keyOf = ({ tokenAddress, clientId, clientSecret, scope }: OAuth) => JSON.stringify([tokenAddress, clientId, clientSecret, scope])

/**
 * A bearer token that holds; null where the options ask for none. One is fetched for all that ask at once.
 * @throws {Refusal} where the client is refused, or nobody signed in; {Error} where no token can be had now
 */
export async function bearerOf(options: OAuth): Promise<string | null> {
  if (options.tokenAddress === undefined) return null
  if (options.signInAddress !== undefined) return grantedBearer(options, new URL(options.signInAddress).host)
  const key = keyOf(options)
  const known = tokens.get(key)
  if (known && known.until > Date.now()) return (await known.fetched).access
  const { scope } = options
  const fetched = fetchTokens(options, { grant_type: 'client_credentials', ...(scope ? { scope } : {}) })
  const entry = { fetched, until: Date.now() + seconds * 1000 }
  tokens.set(key, entry)
  try {
    const { access, seconds: holds } = await fetched
    entry.until = Date.now() + (holds - lastSeconds) * 1000
    return access
  } catch (error) {
    tokens.delete(key)
    throw error
  }
}

async function grantedBearer(options: OAuth, host: string): Promise<string> {
  const now = await options.grant?.now()
  if (!options.grant || !now)
    throw new Refusal(`Nobody has signed in at ${host} for this destination. A steward does that under Set-up › Destinations.`)
  if (now.holds) return now.access
  return options.grant.renew(refresh => {
    if (refresh === null) throw new Refusal(`What the sign-in at ${host} gave has ended. Have a steward sign in there again.`)
    return fetchTokens(options, { grant_type: 'refresh_token', refresh_token: refresh })
  })
}

/** What a person's code is exchanged for (RFC 6749, 4.1.3; RFC 7636, 4.5). @throws as `bearerOf` does */
export const tokensForCode = (options: OAuth, code: string, redirect: string, verifier: string): Promise<Tokens> =>
  fetchTokens(options, { grant_type: 'authorization_code', code, redirect_uri: redirect, code_verifier: verifier })

/** A token that was refused is not shown again. */
export async function dropBearer(options: OAuth): Promise<void> {
  tokens.delete(keyOf(options))
  if (options.signInAddress !== undefined) await options.grant?.refused()
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
  await dropBearer(options)
  await answer.body?.cancel()
  return once()
}

async function fetchTokens(options: OAuth, asked: Record<string, string>): Promise<Tokens> {
  const { tokenAddress = '', clientId = '', clientSecret } = options
  const { host } = new URL(tokenAddress)
  // RFC 6749, 2.3.1: both are form-encoded before they are put together. A program without a secret says its name alone (3.2.1).
  const basic = [clientId, clientSecret ?? ''].map(encodeURIComponent).join(':')
  const answer = await reachedFetch(tokenAddress, {
    method: 'POST',
    headers: {
      ...(clientSecret === undefined ? {} : { authorization: `Basic ${Buffer.from(basic).toString('base64')}` }),
      'content-type': 'application/x-www-form-urlencoded',
      accept: 'application/json',
    },
    body: new URLSearchParams({ ...asked, ...(clientSecret === undefined ? { client_id: clientId } : {}) }).toString(),
    signal: AbortSignal.timeout(seconds * 1000),
  })
  const body: unknown = await answer.json().catch(() => null)
  if (answer.status === 400 || answer.status === 401 || answer.status === 403) {
    const { error } = Fault.parse(body)
    const remedy =
      error === 'invalid_grant'
        ? 'Have a steward sign in there again.'
        : 'Ask a steward to put the right client, secret and scope into the destination.'
    throw new Refusal(`${host} gives us no token${error ? ` (${error})` : ''}. ${remedy}`)
  }
  const read = Answer.safeParse(body)
  if (!answer.ok || !read.success || read.data.token_type.toLowerCase() !== 'bearer')
    throw new Error(`${host} answered ${answer.status} without a bearer token. Try again later, or ask its administrator.`)
  const { access_token: access, refresh_token: refresh = null, expires_in: holds = usualSeconds } = read.data
  return { access, refresh, seconds: holds }
}
