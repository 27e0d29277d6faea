import { newestRubric } from '../../../store/setup/rubrics'
import { notThere, requireRole } from '../../access'
import { store } from '../../context'
import { uuidOf } from '../../input'

export default defineEventHandler(async (event) => {
  await requireRole(event, 'steward')
  const found = await newestRubric(store().sql, uuidOf(event))
  if (!found) throw notThere()
  return found
})
