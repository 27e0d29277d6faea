import { z } from 'zod'
import { hold } from '../../../../store/batches/holds'
import { requireBatch } from '../../../access'
import { store } from '../../../context'
import { bodyOf, idOf } from '../../../input'

const Hold = z.strictObject({ /** From whoever has it. */ over: z.boolean().default(false) })

// Takes or renews the hold on a batch; answers who has it.
export default defineEventHandler(async (event) => {
  const id = idOf(event)
  const person = await requireBatch(event, id)
  const { over } = await bodyOf(event, Hold)
  return hold(store().sql, id, person.id, over)
})
