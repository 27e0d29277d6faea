import type { RequestListener } from 'node:http'

/** How a server asks the provider whether a token holds (RFC 7662). */
export interface Introspection {
  address: string
  client: string
  secret: string
}

/** Whether the provider vouches for a token. */
export async function isActive({ address, client, secret }: Introspection, token: string): Promise<boolean> {
  const answer = await fetch(`${address}/token/introspection`, {
    method: 'POST',
    headers: {
      authorization: `Basic ${Buffer.from(`${client}:${encodeURIComponent(secret)}`).toString('base64')}`,
      'content-type': 'application/x-www-form-urlencoded',
    },
    body: new URLSearchParams({ token }).toString(),
  })
  return ((await answer.json()) as { active: boolean }).active
}

/** Lets in by a token for which the provider vouches, as somebody of what lies behind; others as they come. */
export const byToken =
  (provider: Introspection, user: string, password: string, behind: RequestListener): RequestListener =>
  (request, response) => {
    const token = /^Bearer (.+)$/.exec(request.headers.authorization ?? '')?.[1]
    if (token === undefined) return behind(request, response)
    isActive(provider, token).then(
      active => {
        if (active) request.headers.authorization = `Basic ${Buffer.from(`${user}:${password}`).toString('base64')}`
        behind(request, response)
      },
      () => response.writeHead(503).end(),
    )
  }
