import { Agent, fetch as plainFetch } from 'undici'
import { checkHost, lookup } from './networks'

const agent = new Agent({ connect: { lookup } })

/** Fetches within the networks that the office allows; a redirect is an error. @throws {TypeError} caused by {ReachError} */
export const reachedFetch = (async (url: string | URL, init: RequestInit = {}) => {
  try {
    checkHost(new URL(url).hostname)
  } catch (error) {
    throw new TypeError('fetch failed', { cause: error })
  }
  return plainFetch(url, { ...(init as Parameters<typeof plainFetch>[1]), redirect: 'error', dispatcher: agent })
}) as unknown as (url: string | URL, init?: RequestInit) => Promise<Response>
