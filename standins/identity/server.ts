import { randomBytes } from 'node:crypto'
import { createServer, type Server } from 'node:http'
import Provider from 'oidc-provider'

/** Somebody whom the office knows. */
export interface Account {
  name: string
  mail: string
  groups: string[]
}

/** People of the harbour office by how they sign in here; `newcomer` is in no other system yet, `visitor` in no group. */
export const accounts: Record<string, Account> = {
  hedra: { name: 'Hedra', mail: 'hedra@saltmere.example', groups: ['records-checkers'] },
  newcomer: { name: 'Lowenna', mail: 'lowenna@saltmere.example', groups: ['records'] },
  visitor: { name: 'Visitor', mail: 'visitor@saltmere.example', groups: [] },
}

/**
 * A small provider of OpenID Connect: the authorisation code flow with PKCE, refresh tokens, and client credentials for programs. It takes
 * any password, since it stands for a provider that is trusted.
 * @param redirects where the client's people come back to; any port of this machine (RFC 8252, 7.3)
 */
export function identityServer(address: string, client: { id: string; secret: string }, redirects: readonly string[]): Server {
  const provider = new Provider(address, {
    clients: [
      {
        client_id: client.id,
        client_secret: client.secret,
        application_type: 'native',
        redirect_uris: [...redirects],
        grant_types: ['authorization_code', 'refresh_token', 'client_credentials'],
      },
    ],
    claims: { openid: ['sub'], profile: ['name'], email: ['email', 'email_verified'], groups: ['groups'] },
    scopes: ['openid', 'offline_access', 'profile', 'email', 'groups', 'files'],
    // Claims stand in the token itself, as many providers have them.
    conformIdTokenClaims: false,
    features: { devInteractions: { enabled: true }, clientCredentials: { enabled: true }, introspection: { enabled: true } },
    cookies: { keys: [randomBytes(16).toString('hex')] },
    findAccount: (_context, id) => {
      const account = accounts[id]
      return (
        account && {
          accountId: id,
          claims: () => ({ sub: id, name: account.name, email: account.mail, email_verified: true, groups: account.groups }),
        }
      )
    },
    // Each refresh token serves once.
    rotateRefreshToken: true,
    ttl: { ClientCredentials: 60, AccessToken: 300, IdToken: 300, Interaction: 600, RefreshToken: 86_400, Session: 3600, Grant: 86_400 },
  })
  const answer = provider.callback()
  return createServer((request, response) => void answer(request, response))
}
