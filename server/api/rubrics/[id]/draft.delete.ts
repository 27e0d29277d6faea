import { dropDraft } from '../../../../store/setup/drafts'
import { requireRole } from '../../../access'
import { store } from '../../../context'
import { uuidOf } from '../../../input'

export default defineEventHandler(async (event) => {
  await requireRole(event, 'steward')
  await dropDraft(store().sql, uuidOf(event))
  return { ok: true }
})
