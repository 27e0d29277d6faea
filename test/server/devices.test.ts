import { afterAll, beforeAll, expect, it } from 'vitest'
import type { BatchDetail } from '../../shared/views/batches'
import type { DeviceChoice, DeviceDetail } from '../../shared/views/devices'
import type { RubricChoice } from '../../shared/views/rubrics'
import type { ShownCertificate } from '../../reach/pinned'
import { client, until, type Client } from '../product/client'
import { startDevice } from '../product/device'
import { overTls } from '../product/tls'

let steward: Client
let device: Awaited<ReturnType<typeof startDevice>>
let tls: Awaited<ReturnType<typeof overTls>>
beforeAll(async () => {
  steward = await client('Piers')
  device = await startDevice()
  tls = await overTls(device.address)
})
afterAll(() => {
  tls.stop()
  device.stop()
})

interface Refused {
  message: string
  data?: { certificate: ShownCertificate }
}
const add = (certificate?: string) =>
  steward<Refused & { model: string }>('POST', '/api/devices', {
    name: 'Quay device',
    address: tls.address,
    ...(certificate ? { certificate } : {}),
  })
const quay = async () => (await steward<DeviceChoice[]>('GET', '/api/devices')).body.find(one => one.name === 'Quay device')
const remove = async (id: string) => (await steward<Refused>('DELETE', `/api/devices/${id}`)).body.message

it('a device over TLS at an IPv6 address is added once its certificate was confirmed, and removed once nothing needs it', async () => {
  const asked = await add()
  expect([asked.status, asked.body.data?.certificate.name]).toEqual([409, 'quay-device'])
  const { fingerprint } = asked.body.data!.certificate
  expect((await add('ab'.repeat(32))).status).toBe(409)
  expect(await quay()).toBeUndefined()
  expect((await add(fingerprint)).body.model).toBe('Test device')
  const { id } = (await quay())!
  expect((await steward<DeviceDetail>('GET', `/api/devices/${id}`)).body).toMatchObject({ certificate: fingerprint, trouble: null })

  const rubric = (await steward<RubricChoice[]>('GET', '/api/rubrics')).body.find(one => one.name === 'Mooring permits')!.id
  const batch = (await steward<{ id: number }>('POST', '/api/batches', { rubric, device: id, name: 'From the quay' })).body.id
  const show = async () => (await steward<BatchDetail>('GET', `/api/batches/${batch}`)).body
  // Its feeder is empty.
  await until(show, found => found.loads[0]!.state === 'failed')
  expect(await remove(id)).toBe('From the quay takes paper from it. Complete or drop that first.')
  expect((await steward('POST', `/api/batches/${batch}/abandon`)).status).toBe(200)

  const { code } = (await steward<{ code: string }>('POST', `/api/panels/${id}`)).body
  expect((await (await client())('POST', '/api/panel/pair', { code })).status).toBe(200)
  expect(await remove(id)).toBe('A panel is paired with it. Unpair that first.')
  expect((await steward('DELETE', `/api/panels/${id}`)).status).toBe(200)

  expect(await remove(id)).toBeUndefined()
  expect(await quay()).toBeUndefined()
  expect((await show()).loads[0]!.device).toBe('Quay device')
  expect((await steward('POST', '/api/batches', { rubric, device: id })).status).toBe(404)
  // Added again it is the same one.
  await add(fingerprint)
  expect((await quay())!.id).toBe(id)
  await remove(id)
})
