import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { addressOf } from '../../devices/discover'
import { esclDevice } from '../../devices/escl'
import { shownCertificate } from '../../reach/pinned'
import { quickScan as settings, startDevice } from '../product/device'
import { overTls } from '../product/tls'

let device: Awaited<ReturnType<typeof startDevice>>
let tls: Awaited<ReturnType<typeof overTls>>
beforeAll(async () => {
  device = await startDevice()
  tls = await overTls(device.address)
})
afterAll(() => {
  tls.stop()
  device.stop()
})

describe('a device over TLS, at an IPv6 address', () => {
  it('is asked nothing where nobody vouches for its certificate', async () => {
    await expect(esclDevice({ name: 'Quay', address: tls.address }).status()).rejects.toThrow(
      'Quay shows a certificate for which nobody vouches. Have a steward look at it under Set-up and confirm it.',
    )
  })

  it('scans once its certificate was confirmed, and not with another one', async () => {
    const shown = await shownCertificate(tls.address)
    expect(shown?.name).toBe('quay-device')
    const confirmed = esclDevice({ name: 'Quay', address: tls.address, certificate: shown!.fingerprint })
    await device.load(1)
    const job = await confirmed.start(settings)
    expect(job.startsWith('https://[::1]:')).toBe(true)
    expect((await confirmed.next(job, 'feeder'))?.mediaType).toBe('image/jpeg')
    await confirmed.cancel(job)
    const other = esclDevice({ name: 'Quay', address: tls.address, certificate: 'ab'.repeat(32) })
    await expect(other.status()).rejects.toThrow('Quay is not asked: ::1 shows another certificate than the one that was confirmed.')
    await tls.renew()
    // The connection that was open breaks; the next one meets the other certificate.
    const said = () =>
      confirmed.status().then(
        () => 'fine',
        (error: unknown) => String(error),
      )
    await expect.poll(said).toContain('shows another certificate')
    expect((await shownCertificate(tls.address))?.fingerprint).not.toBe(shown!.fingerprint)
  })
})

it('tells of itself with an address that is asked as it is: IPv4 first, else IPv6, over TLS where it can', () => {
  const service = { host: 'quay.local', port: 443, txt: { rs: 'eSCL' }, addresses: ['fe80::1', 'fd00::7', '192.0.2.7'] }
  expect(addressOf(service, 'uscans')).toBe('https://192.0.2.7:443/eSCL')
  expect(addressOf({ ...service, addresses: ['fe80::1', 'fd00::7'] }, 'uscan')).toBe('http://[fd00::7]:443/eSCL')
  expect(addressOf({ ...service, addresses: [], txt: undefined }, 'uscan')).toBe('http://quay.local:443/eSCL')
})
