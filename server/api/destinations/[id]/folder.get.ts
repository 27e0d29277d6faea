import { z } from 'zod'
import type { FolderEntry } from '../../../../core/model/views'
import { requirePerson } from '../../../access'
import { InsidePath, looking } from '../../../browse'
import { queryOf } from '../../../input'

const Query = z.strictObject({ path: InsidePath.default('') })
const Id = z.string().max(64)
const most = 500
const pictured = /\.(pdf|jpe?g|png|tiff?|webp)$/i
const mostBytes = 40 * 1024 * 1024

// What lies in a folder of a destination: folders first.
export default defineEventHandler(async (event): Promise<FolderEntry[]> => {
  await requirePerson(event)
  const { path } = queryOf(event, Query)
  const entries = await looking(Id.parse(getRouterParam(event, 'id')), browse => browse.list(path))
  return entries.slice(0, most).map(entry => ({ ...entry, picture: entry.kind === 'file' && pictured.test(entry.name) && (entry.bytes ?? 0) <= mostBytes }))
})
