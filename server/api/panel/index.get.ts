import { esclDevice } from '../../../devices/escl'
import { panelOf } from '../../panel'

const patienceSeconds = 3

// What this screen is: the panel of a device, with the device's state, or none.
export default defineEventHandler(async (event) => {
  const panel = await panelOf(event)
  if (!panel) return { device: null }
  const status = await esclDevice(panel.device, panel.address, patienceSeconds).status().catch(() => null)
  return { device: { id: panel.device_id, name: panel.device, status } }
})
