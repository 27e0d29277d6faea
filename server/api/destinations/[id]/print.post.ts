import { z } from 'zod'
import { Done } from '../../../../shared/views/done'
import { comePrint } from '../../../../store/printJobs'
import { InsidePath, looking } from '../../../browse'
import { store } from '../../../context'
import { holdBytes } from '../../../printing/hold'
import { conflict } from '../../../refusals'
import { defineRoute, refuse } from '../../../route'

export default defineRoute({
  does: 'Takes a PDF that lies in a destination to whoever asks, as a print job that waits for them.',
  may: 'person',
  params: z.object({ id: z.string().max(64) }),
  body: z.strictObject({ path: InsidePath }),
  answer: Done,
  async run({ person, params, body: { path } }) {
    const bytes = await looking(person, params.id, browse => browse.read(path))
    if (bytes.toString('latin1', 0, 5) !== '%PDF-') throw refuse(422, 'Only a PDF can be printed.')
    const { sql, blobs } = store()
    const job = await comePrint(sql, person.id, path.split('/').at(-1)!, {})
    if (!job) throw conflict('Too many of your print jobs wait. Print or delete some first.')
    await holdBytes(job.id, await blobs.put(bytes), bytes.length)
    return { ok: true }
  },
})
