import { unpairPanel } from '../../../store/setup/panels'
import { requireRole } from '../../access'
import { store } from '../../context'
import { uuidOf } from '../../input'

export default defineEventHandler(async (event) => {
  await requireRole(event, 'steward')
  await unpairPanel(store().sql, uuidOf(event))
  return { ok: true }
})
