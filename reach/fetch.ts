import { Agent, fetch as plainFetch } from 'undici'
import { checkHost, lookup } from './networks'
import { agentFor } from './pinned'

const agent = new Agent({ connect: { lookup } })

interface Reach extends RequestInit {
  /** The one certificate that may be shown (SHA-256); without it, one for which somebody vouches. */
  certificate?: string | null
}

/**
 * Fetches within the networks that the office allows; a redirect is an error.
 * @throws {TypeError} caused by {ReachError} or {CertificateError}
 */
export const reachedFetch = (async (url: string | URL, { certificate, ...init }: Reach = {}) => {
  try {
    checkHost(new URL(url).hostname)
  } catch (error) {
    throw new TypeError('fetch failed', { cause: error })
  }
  const dispatcher = certificate ? agentFor(certificate) : agent
  return plainFetch(url, { ...(init as Parameters<typeof plainFetch>[1]), redirect: 'error', dispatcher })
}) as unknown as (url: string | URL, init?: Reach) => Promise<Response>
