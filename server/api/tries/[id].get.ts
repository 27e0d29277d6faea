import { showTry } from '../../../store/setup/tries'
import { notThere, requireRole } from '../../access'
import { store } from '../../context'
import { uuidOf } from '../../input'

export default defineEventHandler(async (event) => {
  const person = await requireRole(event, 'steward')
  const found = await showTry(store().sql, uuidOf(event), person.id)
  if (!found) throw notThere()
  return found
})
