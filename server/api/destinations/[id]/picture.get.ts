import { z } from 'zod'
import { firstPagePicture } from '../../../../engine/firstPage'
import { InsidePath, looking } from '../../../browse'
import { defineRoute, refuse, sendFile } from '../../../route'

export default defineRoute({
  does: 'A small picture of the first page of a file in a destination.',
  may: 'person',
  params: z.object({ id: z.string().max(64) }),
  query: z.strictObject({ path: InsidePath }),
  async run({ event, params, query }) {
    const picture = await firstPagePicture(await looking(params.id, browse => browse.read(query.path)))
    if (!picture) throw refuse(422, 'No picture can be made of this file.')
    sendFile(event, 'image/webp', { 'cache-control': 'private, max-age=600' })
    return picture
  },
})
