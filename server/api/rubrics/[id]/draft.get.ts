import { draftOf } from '../../../../store/setup/drafts'
import { requireRole } from '../../../access'
import { store } from '../../../context'
import { uuidOf } from '../../../input'

// The draft of a rubric; null where nobody has one.
export default defineEventHandler(async (event) => {
  await requireRole(event, 'steward')
  return { draft: await draftOf(store().sql, uuidOf(event)) }
})
