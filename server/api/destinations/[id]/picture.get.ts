import { z } from 'zod'
import { InsidePath, looking } from '../../../browse'
import { thumbnailOf } from '../../../pictures'
import { defineRoute, refuse, sendFile } from '../../../route'

export default defineRoute({
  does: 'A small picture of the first page of a file in a destination.',
  may: 'person',
  params: z.object({ id: z.string().max(64) }),
  query: z.strictObject({ path: InsidePath }),
  async run({ event, person, params, query }) {
    const picture = await thumbnailOf(await looking(person, params.id, browse => browse.read(query.path)))
    if (!picture) throw refuse(422, 'No picture can be made of this file.')
    sendFile(event, picture.mediaType, { 'cache-control': 'private, max-age=600' })
    return picture.bytes
  },
})
