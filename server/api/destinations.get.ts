import { listDestinations } from '../../store/setup/destinations'
import { requireRole } from '../access'
import { store } from '../context'

// Without their options: those may hold keys.
export default defineEventHandler(async (event) => {
  await requireRole(event, 'steward')
  return listDestinations(store().sql)
})
