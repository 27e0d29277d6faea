import { isIP } from 'node:net'
import { checkHost, lookup } from './networks'

/** An address of a host that the office allows: what is checked is what one connects to. @throws {ReachError} */
export async function allowedAddress(host: string): Promise<string> {
  checkHost(host)
  if (isIP(host)) return host
  return new Promise<string>((resolve, reject) =>
    lookup(host, { family: 0 }, (error, found) => (error ? reject(error) : resolve(typeof found === 'string' ? found : found[0]!.address))),
  )
}
