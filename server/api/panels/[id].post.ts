import { newPanelCode } from '../../../store/setup/panels'
import { findDevice } from '../../../store/setup/devices'
import { notThere, requireRole } from '../../access'
import { store } from '../../context'
import { uuidOf } from '../../input'

// A code with which a screen becomes the panel of this device.
export default defineEventHandler(async (event) => {
  await requireRole(event, 'steward')
  const device = uuidOf(event)
  if (!await findDevice(store().sql, device)) throw notThere()
  return { code: await newPanelCode(store().sql, device) }
})
