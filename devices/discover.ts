import Bonjour, { type Service } from 'bonjour-service'

/** A scanner that told of itself on the network. */
export interface FoundDevice {
  name: string
  address: string
}

/**
 * Scanners that speak eSCL and answer to DNS-SD (RFC 6763) under _uscan._tcp, within some seconds. Empty where the
 * network lets no multicast through.
 */
export async function discoverDevices(seconds: number): Promise<FoundDevice[]> {
  const found = new Map<string, FoundDevice>()
  // Without a network interface opening the socket fails, which finds nobody either.
  const bonjour = new Bonjour({}, (error: unknown) => console.error(`Looking for devices: ${String(error)}`))
  try {
    const browser = bonjour.find({ type: 'uscan' }, (service: Service) => {
      const host = service.addresses?.find(address => /^\d+\.\d+\.\d+\.\d+$/.test(address)) ?? service.host
      const path = ((service.txt as Record<string, string> | undefined)?.rs ?? 'eSCL').replace(/^\/+/, '')
      found.set(service.name, { name: service.name, address: `http://${host}:${service.port}/${path}` })
    })
    await new Promise(resolve => setTimeout(resolve, seconds * 1000))
    browser.stop()
  } finally {
    bonjour.destroy()
  }
  return [...found.values()].sort((a, b) => a.name.localeCompare(b.name, 'en'))
}
