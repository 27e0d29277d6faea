import { afterAll, beforeAll, expect, it } from 'vitest'
import { connectorNamed } from '../../connectors'
import { Refusal } from '../../connectors/connector'
import { tell } from '../../connectors/webhook'
import { overTls } from '../product/tls'

// A server over TLS whose certificate nobody knows: it is said so, and nothing is said to it, whatever the protocol.

let tls: Awaited<ReturnType<typeof overTls>>
beforeAll(async () => (tls = await overTls('http://127.0.0.1:9/')))
afterAll(() => tls.stop())

const address = () => tls.address.replace(/\/$/, '')
const port = () => Number(new URL(tls.address).port)
const lookup = { path: '/vessels', parameter: 'hull', field: 'hull' }
const secret = 'a secret of sixteen letters'
const options: Record<string, () => Record<string, unknown>> = {
  'cloud-folder': () => ({ address: `${address()}/dav`, user: 'records', password: secret }),
  objects: () => ({ endpoint: address(), bucket: 'records', user: 'records', secret }),
  'business-records': () => ({ address: address(), noun: 'vessel', shown: [], lookup, attach: '/vessels/{record}/{document}' }),
  'content-management': () => ({ address: `${address()}/cmis`, user: 'records', password: secret }),
  hook: () => ({ address: `${address()}/hook`, secret }),
  printer: () => ({ address: `${address().replace('https', 'ipps')}/ipp/print` }),
  mail: () => ({ host: '::1', port: port(), secure: true, from: 'scans@saltmere.example', subject: 'no {document}' }),
}

it.each(Object.keys(options))('%s says that nobody vouches for the certificate', async name => {
  const destination = connectorNamed(name).open(options[name]!())
  const checked = destination.check()
  await expect(checked).rejects.toThrow('Nobody vouches for the certificate of')
  await expect(checked).rejects.toBeInstanceOf(Refusal)
  await destination.dispose()
})

it('so does what tells other programs of changes', async () => {
  await expect(tell(`${address()}/hook`, secret, 'key', { what: 'batch', id: 1 } as never)).rejects.toThrow('Nobody vouches')
})
