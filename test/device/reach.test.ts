import { createServer } from 'node:http'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { connectorNamed } from '../../connectors'
import { esclDevice } from '../../devices/escl'
import { onDevice } from '../../devices/esclXml'
import { reachedFetch } from '../../reach/fetch'
import { allowNetworks, isNetwork, refusedReach, usualNetworks } from '../../reach/networks'

let address: string
let asked = 0
const server = createServer((request, response) => {
  asked++
  if (request.url === '/away') response.writeHead(302, { location: 'http://203.0.113.9/' }).end()
  else response.end('here')
})
beforeAll(() => new Promise<void>(resolve => server.listen(0, '127.0.0.1', resolve)))
beforeAll(() => {
  address = `http://127.0.0.1:${(server.address() as { port: number }).port}`
})
afterAll(() => new Promise(resolve => server.close(resolve)))
afterEach(() => allowNetworks(usualNetworks))

const refusal = (work: Promise<unknown>) =>
  work.then(
    () => null,
    (error: unknown) => refusedReach(error)?.message ?? `another error: ${String(error)}`,
  )
const delivery = { id: 'd', folder: '', people: ['a@quay.example'], index: {}, record: '7' }

describe('what is reached', () => {
  it('is this machine and private networks, unless the office says otherwise', async () => {
    expect(await (await reachedFetch(`${address}/`)).text()).toBe('here')
    for (const host of ['203.0.113.9', '[2001:db8::1]', '169.254.169.254', '[::ffff:203.0.113.9]'])
      expect(await refusal(reachedFetch(`http://${host}/`))).toContain('lies outside the networks that this office allows')
    allowNetworks(['10.0.0.0/8'])
    const before = asked
    expect(await refusal(reachedFetch(`${address}/`))).toContain('127.0.0.1 lies outside')
    // By its name as by its number: what counts is where the name leads.
    expect(await refusal(reachedFetch(address.replace('127.0.0.1', 'localhost')))).toContain('localhost lies outside')
    expect(asked).toBe(before)
  })

  it('is nowhere else by a redirect', async () => {
    await expect(reachedFetch(`${address}/away`)).rejects.toThrow('fetch failed')
  })

  it('is refused in words by devices and every connector that goes over the network', async () => {
    allowNetworks(['10.0.0.0/8'])
    await expect(esclDevice({ name: 'Quay', address: `${address}/eSCL` }).status()).rejects.toThrow(
      'Quay cannot be asked: 127.0.0.1 lies outside',
    )
    const file = { name: 'a.pdf', path: '/dev/null', sha256: '', mediaType: 'application/pdf' }
    const options: Record<string, object> = {
      'business-records': { address, lookup: { path: '/v', parameter: 'h', field: 'hull' }, attach: '/v/{record}' },
      'cloud-folder': { address },
      mail: { host: '127.0.0.1', port: 25, from: 'a@quay.example' },
    }
    for (const [name, given] of Object.entries(options)) {
      const destination = connectorNamed(name).open(given)
      await expect(destination.deliver({ ...delivery, files: [file] }), name).rejects.toThrow('127.0.0.1 lies outside')
      await destination.dispose()
    }
  })
})

it('knows a network by how it is written', () => {
  expect(['192.0.2.0/24', '::1/128', '0.0.0.0/0'].map(isNetwork)).toEqual([true, true, true])
  expect(['192.0.2.0', '192.0.2.0/33', 'quay/8', '192.0.2.0/24/1', '1.2.3/8', '::/129'].some(isNetwork)).toBe(false)
})

it('asks for a scan nobody but the device that took it, whatever host it names', () => {
  const base = 'http://192.0.2.7:8080/eSCL'
  expect(onDevice('http://203.0.113.9/eSCL/ScanJobs/4', base)).toBe(`${base}/ScanJobs/4`)
  expect(onDevice('/eSCL/ScanJobs/4', base)).toBe(`${base}/ScanJobs/4`)
  expect(onDevice('ScanJobs/4', base)).toBe(`${base}/ScanJobs/4`)
})
