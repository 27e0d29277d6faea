import { discoverDevices } from '../../../devices/discover'
import { requireRole } from '../../access'

const seconds = 3

// Scanners that tell of themselves on the network.
export default defineEventHandler(async (event) => {
  await requireRole(event, 'steward')
  return discoverDevices(seconds)
})
