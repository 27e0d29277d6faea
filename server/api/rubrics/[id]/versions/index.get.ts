import { versionsOf } from '../../../../../store/setup/drafts'
import { requireRole } from '../../../../access'
import { store } from '../../../../context'
import { uuidOf } from '../../../../input'

export default defineEventHandler(async (event) => {
  await requireRole(event, 'steward')
  return versionsOf(store().sql, uuidOf(event))
})
