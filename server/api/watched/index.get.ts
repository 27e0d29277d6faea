import { listWatchedFolders } from '../../../store/setup/watchedFolders'
import { requireRole } from '../../access'
import { store } from '../../context'

export default defineEventHandler(async (event) => {
  await requireRole(event, 'steward')
  return listWatchedFolders(store().sql)
})
