import { log, said } from '../log/log'
import { isIP } from 'node:net'
import Bonjour, { type Service } from 'bonjour-service'

/** A scanner that told of itself on the network. */
export interface FoundDevice {
  name: string
  address: string
}

/**
 * Scanners that speak eSCL and answer to DNS-SD (RFC 6763) under _uscan._tcp or, over TLS, _uscans._tcp, within some
 * seconds; one that answers to both is given by its safer address. Empty where the network lets no multicast through.
 */
export async function discoverDevices(seconds: number): Promise<FoundDevice[]> {
  const found = new Map<string, FoundDevice>()
  // Without a network interface opening the socket fails, which finds nobody either.
  const bonjour = new Bonjour({}, (error: unknown) => log.error(said(error), 'looking for devices'))
  try {
    const browsers = (['uscan', 'uscans'] as const).map(type =>
      bonjour.find({ type }, (service: Service) => {
        if (type === 'uscans' || !found.has(service.name))
          found.set(service.name, { name: service.name, address: addressOf(service, type) })
      }),
    )
    await new Promise(resolve => setTimeout(resolve, seconds * 1000))
    browsers.forEach(browser => browser.stop())
  } finally {
    bonjour.destroy()
  }
  return [...found.values()].sort((a, b) => a.name.localeCompare(b.name, 'en'))
}

/** Where a service is asked: by IPv4 where it has such an address, else by IPv6, else by its name. */
export function addressOf(
  { addresses = [], host, port, txt }: Pick<Service, 'addresses' | 'host' | 'port' | 'txt'>,
  type: 'uscan' | 'uscans',
): string {
  const byNumber =
    addresses.find(address => isIP(address) === 4) ?? addresses.find(address => isIP(address) === 6 && !/^fe80:/i.test(address))
  const at = byNumber === undefined ? host : isIP(byNumber) === 6 ? `[${byNumber}]` : byNumber
  const path = ((txt as Record<string, string> | undefined)?.rs ?? 'eSCL').replace(/^\/+/, '')
  return `${type === 'uscans' ? 'https' : 'http'}://${at}:${port}/${path}`
}
