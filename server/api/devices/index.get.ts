import { esclDevice } from '../../../devices/escl'
import { listDevices } from '../../../store/setup/devices'
import { requirePerson } from '../../access'
import { store } from '../../context'

const patienceSeconds = 3

// Devices with what they are doing now.
export default defineEventHandler(async (event) => {
  await requirePerson(event)
  const rows = await listDevices(store().sql)
  return Promise.all(rows.map(async ({ id, name, address }) => {
    const status = await esclDevice(name, address, patienceSeconds).status().catch(() => null)
    return { id, name, status }
  }))
})
