import { createHash, randomBytes, timingSafeEqual } from 'node:crypto'
import type { H3Event } from 'h3'
import { z } from 'zod'
import { tokensForCode, type OAuth } from '../connectors/oauth'
import type { Tokens } from '../core/model/grant'
import { ownAddress } from './ownAddress'

/** What has to come back unchanged with a steward who let this program in elsewhere. */
export const Granting = z.strictObject({ destination: z.string(), state: z.string(), verifier: z.string(), until: z.number() })
export type Granting = z.infer<typeof Granting>

/** So long somebody may take there. */
const leaveMinutes = 10
const random = () => randomBytes(32).toString('base64url')
/** Each destination has its own, so that none can pass off another's answer as its own (RFC 9700, 4.4.2). */
const backTo = (event: H3Event, id: string) => `${ownAddress(event)}/api/destinations/${id}/back`

/** Where a steward lets this program in, and what must come back with them (RFC 6749, 4.1.1; RFC 7636, 4.3). */
export function leaveToSignIn(event: H3Event, id: string, options: OAuth): { url: string; granting: Granting } {
  const granting = { destination: id, state: random(), verifier: random(), until: Date.now() + leaveMinutes * 60_000 }
  const url = new URL(options.signInAddress!)
  const asked = {
    response_type: 'code',
    client_id: options.clientId ?? '',
    redirect_uri: backTo(event, id),
    state: granting.state,
    code_challenge: createHash('sha256').update(granting.verifier).digest('base64url'),
    code_challenge_method: 'S256',
    // They see what they grant, each time; only then do some give what a later token is asked for by.
    prompt: 'consent',
    ...(options.scope ? { scope: options.scope } : {}),
  }
  for (const [key, value] of Object.entries(asked)) url.searchParams.set(key, value)
  return { url: url.href, granting }
}

export const Back = z.looseObject({
  state: z.string().max(500).optional(),
  code: z.string().max(4000).optional(),
  error: z.string().max(200).optional(),
})

/**
 * The tokens for what came back.
 * @returns why there are none, as the page of destinations says it: `late`, also where it was never asked for; `refused` there
 * @throws as `tokensForCode` does
 */
export async function cameBack(
  event: H3Event,
  id: string,
  options: OAuth,
  granting: Granting | null,
  { state = '', code, error }: z.infer<typeof Back>,
): Promise<Tokens | 'late' | 'refused'> {
  const same = granting?.destination === id && alike(granting.state, state)
  if (!same || granting.until < Date.now()) return 'late'
  if (error !== undefined || code === undefined) return 'refused'
  return tokensForCode(options, code, backTo(event, id), granting.verifier)
}

function alike(one: string, other: string): boolean {
  const [a, b] = [Buffer.from(one), Buffer.from(other)]
  return a.length === b.length && timingSafeEqual(a, b)
}
