import { z } from 'zod'
import { FolderEntry } from '../../../../shared/views/setUp'
import { InsidePath, looking } from '../../../browse'
import { defineRoute } from '../../../route'

const most = 500
const pictured = /\.(pdf|jpe?g|png|tiff?|webp)$/i
const mostBytes = 40 * 1024 * 1024

export default defineRoute({
  does: 'What lies in a folder of a destination: folders first.',
  may: 'person',
  params: z.object({ id: z.string().max(64) }),
  query: z.strictObject({ path: InsidePath.default('') }),
  answer: z.array(FolderEntry),
  async run({ person, params, query }): Promise<FolderEntry[]> {
    const entries = await looking(person, params.id, browse => browse.list(query.path))
    return entries
      .slice(0, most)
      .map(entry => ({ ...entry, picture: entry.kind === 'file' && pictured.test(entry.name) && (entry.bytes ?? 0) <= mostBytes }))
  },
})
