import { newestRubric } from '../../../store/setup/rubrics'
import { notThere, requireRole } from '../../access'
import { store } from '../../context'
import { uuidOf } from '../../input'
import { soundRubric } from '../../rubrics'

export default defineEventHandler(async (event) => {
  await requireRole(event, 'steward')
  const found = await newestRubric(store().sql, uuidOf(event))
  if (!found) throw notThere()
  // As the format has its keys, not as the database sorts them.
  return { ...found, body: soundRubric(found.body) }
})
