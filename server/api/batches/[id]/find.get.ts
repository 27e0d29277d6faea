import { z } from 'zod'
import { findPages } from '../../../../store/batches/findPages'
import { requireBatch } from '../../../access'
import { store } from '../../../context'
import { idOf, queryOf } from '../../../input'

const Query = z.strictObject({ text: z.string().trim().min(1).max(200) })

// Numbers of the pages whose note, values or words hold a text.
export default defineEventHandler(async (event) => {
  const id = idOf(event)
  await requireBatch(event, id)
  return findPages(store().sql, id, queryOf(event, Query).text)
})
