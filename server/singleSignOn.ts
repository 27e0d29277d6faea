import {
  allowInsecureRequests,
  authorizationCodeGrant,
  buildAuthorizationUrl,
  calculatePKCECodeChallenge,
  customFetch,
  discovery,
  fetchUserInfo,
  randomNonce,
  randomPKCECodeVerifier,
  randomState,
  type Configuration,
} from 'openid-client'
import { getRequestURL, type H3Event } from 'h3'
import { z } from 'zod'
import { rolesOfGroups, type SingleSignOn } from '../core/model/singleSignOn'
import { reachedFetch } from '../reach/fetch'
import type { Outside } from '../store/people/outside'
import { ownAddress } from './ownAddress'

/** What has to come back unchanged with somebody whom the provider lets in. */
export const Leaving = z.strictObject({ state: z.string(), nonce: z.string(), verifier: z.string(), to: z.string(), until: z.number() })
export type Leaving = z.infer<typeof Leaving>

const backPath = '/api/session/outside/back'
/** So long somebody may take with the provider. */
const leaveMinutes = 10
const seconds = 10

/** The provider as it describes itself. @throws {Error} where it does not answer, or describes another */
export function providerOf({ issuer, clientId, clientSecret }: SingleSignOn): Promise<Configuration> {
  return discovery(new URL(issuer), clientId, clientSecret, undefined, {
    [customFetch]: (url, options) => reachedFetch(url, options as RequestInit),
    timeout: seconds,
    // The settings allow this on one's own machine alone.
    // eslint-disable-next-line @typescript-eslint/no-deprecated -- marked so that nobody takes it for the open net
    execute: issuer.startsWith('http:') ? [allowInsecureRequests] : [],
  })
}

/**
 * Where somebody goes to be let in, and what must come back with them.
 * @param to where they wanted to go here
 * @param again whether they have to show who they are once more
 */
export async function leaveFor(
  event: H3Event,
  settings: SingleSignOn,
  to: string,
  again: boolean,
): Promise<{ url: string; leaving: Leaving }> {
  const provider = await providerOf(settings)
  const leaving = {
    state: randomState(),
    nonce: randomNonce(),
    verifier: randomPKCECodeVerifier(),
    to,
    until: Date.now() + leaveMinutes * 60_000,
  }
  const url = buildAuthorizationUrl(provider, {
    redirect_uri: `${ownAddress(event)}${backPath}`,
    scope: settings.scope,
    state: leaving.state,
    nonce: leaving.nonce,
    code_challenge: await calculatePKCECodeChallenge(leaving.verifier),
    code_challenge_method: 'S256',
    ...(again ? { prompt: 'login', max_age: '0' } : {}),
  })
  return { url: url.href, leaving }
}

const Claims = z.object({
  sub: z.string().min(1).max(255),
  name: z.string().trim().min(1).max(120).optional(),
  preferred_username: z.string().trim().min(1).max(120).optional(),
  email: z.email().max(200).optional(),
  email_verified: z.boolean().optional(),
})
const Groups = z.union([z.array(z.string()), z.string().transform(one => [one])]).catch([])

/** Whom the provider vouches for. @throws {Error} where what came back is not what was sent, or the provider does not vouch */
export async function whoCameBack(event: H3Event, settings: SingleSignOn, leaving: Leaving): Promise<Outside> {
  const provider = await providerOf(settings)
  const back = new URL(getRequestURL(event).search, `${ownAddress(event)}${backPath}`)
  const tokens = await authorizationCodeGrant(provider, back, {
    pkceCodeVerifier: leaving.verifier,
    expectedState: leaving.state,
    expectedNonce: leaving.nonce,
    idTokenExpected: true,
  })
  const vouched = tokens.claims()!
  // Some put nothing but the subject into the token.
  const more = provider.serverMetadata().userinfo_endpoint ? await fetchUserInfo(provider, tokens.access_token, vouched.sub) : {}
  const all: Record<string, unknown> = { ...vouched, ...more }
  const { sub, name, preferred_username: short, email, email_verified: verified } = Claims.parse(all)
  const groups = Groups.parse(all[settings.claim])
  return {
    issuer: vouched.iss,
    subject: sub,
    name: name ?? short ?? email ?? sub,
    mail: email !== undefined && verified === true ? email : null,
    roles: rolesOfGroups(settings, groups),
  }
}
