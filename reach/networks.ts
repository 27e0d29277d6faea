import { lookup as lookUpName, type LookupAddress } from 'node:dns'
import { BlockList, isIP, type LookupFunction } from 'node:net'

/** What devices and destinations are reached in unless the office says otherwise: this machine, and private networks. */
export const usualNetworks = ['127.0.0.0/8', '10.0.0.0/8', '172.16.0.0/12', '192.168.0.0/16', '::1/128', 'fc00::/7']

let allowed = listOf(usualNetworks)
let said = usualNetworks

/** From now on, this process reaches these networks only. @throws {Error} where one is no network */
export function allowNetworks(networks: readonly string[]): void {
  allowed = listOf(networks)
  said = [...networks]
}

/** Whether this is a network as RFC 4632 and RFC 4291 write it, such as 192.0.2.0/24. */
export function isNetwork(text: string): boolean {
  const [address = '', bits = '', ...more] = text.split('/')
  const family = isIP(address)
  return family !== 0 && more.length === 0 && /^\d{1,3}$/.test(bits) && Number(bits) <= (family === 4 ? 32 : 128)
}

function listOf(networks: readonly string[]): BlockList {
  const list = new BlockList()
  for (const network of networks) {
    if (!isNetwork(network)) throw new Error(`“${network}” is no network; write it as 192.0.2.0/24.`)
    const [address, bits] = network.split('/') as [string, string]
    list.addSubnet(address, Number(bits), isIP(address) === 6 ? 'ipv6' : 'ipv4')
  }
  return list
}

/** An address lies outside the networks that the office allows. */
export class ReachError extends Error {
  constructor(host: string) {
    super(
      `${host} lies outside the networks that this office allows (${said.join(', ')}). Use an address within them, or have a ` +
        'steward add its network in Set-up › Office.',
    )
  }
}

/** An IPv4 address may come dressed as an IPv6 one (RFC 4291, 2.5.5.2). */
const plain = (address: string) => address.replace(/^::ffff:(?=\d+\.\d+\.\d+\.\d+$)/i, '')
const isAllowed = (address: string) => {
  const bare = plain(address)
  return allowed.check(bare, isIP(bare) === 6 ? 'ipv6' : 'ipv4')
}

/** @throws {ReachError} where a host is written as an address that may not be reached */
export function checkHost(host: string): void {
  const bare = host.replace(/^\[|\]$/g, '')
  if (isIP(bare) !== 0 && !isAllowed(bare)) throw new ReachError(bare)
}

/** Finds a name's addresses for a connection, of those that may be reached: what is checked is what is connected to. */
export const lookup: LookupFunction = (host, options, callback) => {
  lookUpName(host, { ...options, all: true }, (error, addresses: LookupAddress[]) => {
    if (error) {
      callback(error, '')
      return
    }
    const fit = addresses.filter(one => isAllowed(one.address))
    const [first] = fit
    if (!first) callback(new ReachError(host), '')
    else if (options.all) callback(null, fit)
    else callback(null, first.address, first.family)
  })
}

/** The refusal that lies behind an error; null where it has another cause. */
export function refusedReach(error: unknown): ReachError | null {
  for (let cause = error; cause instanceof Error; cause = cause.cause) if (cause instanceof ReachError) return cause
  return null
}
