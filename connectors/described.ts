import { parse } from 'yaml'
import { describedRecords, type DescribedRecords } from '../core/records/described'
import { reachedFetch } from '../reach/fetch'
import { refusedReach } from '../reach/networks'

const seconds = 20
const mostBytes = 8 * 1024 * 1024
/** A short text must not stand for an endless one. */
const mostAliases = 100

/**
 * Reads another program's OpenAPI description, JSON or YAML, and what it says can be done with its records.
 * @param address of the description; only in networks that the office allows
 * @throws {Error} with what, where and what to do
 */
export async function readDescription(address: string): Promise<DescribedRecords> {
  const { host } = new URL(address)
  let text: string
  try {
    const response = await reachedFetch(address, {
      headers: { accept: 'application/json, application/yaml;q=0.9, */*;q=0.5' },
      signal: AbortSignal.timeout(seconds * 1000),
    })
    if (!response.ok) {
      await response.body?.cancel()
      throw new Unread(`${host} answered ${response.status} instead of a description. Look where its description lies.`)
    }
    text = await limited(response)
  } catch (error) {
    if (error instanceof Unread) throw error
    throw new Error(
      refusedReach(error)?.message ?? `${host} does not answer, or leads elsewhere. Check the address of the description, then try again.`,
      { cause: error },
    )
  }
  const { server, ...found } = describedRecords(parsed(text))
  // Where it names no server, its paths begin where it lies (OpenAPI Specification 3.1.0, 4.8.5).
  return { ...found, server: new URL(server ?? '/', address).href.replace(/\/$/, '') }
}

class Unread extends Error {}

async function limited(response: Response): Promise<string> {
  const parts: Uint8Array[] = []
  let bytes = 0
  for await (const part of response.body as unknown as AsyncIterable<Uint8Array>) {
    bytes += part.length
    if (bytes > mostBytes)
      throw new Unread(`The description has more than ${mostBytes / 1024 / 1024} MB. Give the address of a shorter one.`)
    parts.push(part)
  }
  return Buffer.concat(parts).toString('utf8')
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    try {
      return parse(text, { maxAliasCount: mostAliases })
    } catch {
      throw new Error('That is neither JSON nor YAML. Give the address of the OpenAPI description itself, not of a page that shows it.')
    }
  }
}
