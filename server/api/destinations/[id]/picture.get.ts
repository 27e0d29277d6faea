import { z } from 'zod'
import { firstPagePicture } from '../../../../engine/firstPage'
import { requirePerson } from '../../../access'
import { InsidePath, looking } from '../../../browse'
import { queryOf } from '../../../input'

const Query = z.strictObject({ path: InsidePath })
const Id = z.string().max(64)

// A small picture of a file's first page.
export default defineEventHandler(async (event) => {
  await requirePerson(event)
  const { path } = queryOf(event, Query)
  const bytes = await looking(Id.parse(getRouterParam(event, 'id')), browse => browse.read(path))
  const picture = await firstPagePicture(bytes)
  if (!picture) throw createError({ statusCode: 422, message: 'No picture can be made of this file.' })
  setResponseHeaders(event, { 'content-type': 'image/webp', 'cache-control': 'private, max-age=600' })
  return picture
})
