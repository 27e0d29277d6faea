import { z } from 'zod'
import { countSheets } from '../../../../store/batches/expected'
import { conflict, requireBatch } from '../../../access'
import { store } from '../../../context'
import { bodyOf, idOf } from '../../../input'

const Counted = z.strictObject({ load: z.int().positive(), sheets: z.int().positive().max(100_000).nullable() })

// How many sheets a person counted for one load.
export default defineEventHandler(async (event) => {
  const id = idOf(event)
  await requireBatch(event, id)
  const { load, sheets } = await bodyOf(event, Counted)
  const { sql, queue } = store()
  if (!await countSheets(sql, queue, id, load, sheets)) throw conflict('This batch has gone on, so nothing is compared any more.')
  return { ok: true }
})
