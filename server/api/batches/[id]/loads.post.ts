import { z } from 'zod'
import { addLoad } from '../../../../store/batches/start'
import { findDevice } from '../../../../store/setup/devices'
import { conflict, requireBatch } from '../../../access'
import { store } from '../../../context'
import { bodyOf, idOf } from '../../../input'

const Load = z.strictObject({
  device: z.uuid(),
  /** A page that is scanned again: the load's sides take its place. */
  replaces: z.int().positive().nullable().default(null),
  /** A document to whose end the load's sides go. */
  joins: z.int().positive().nullable().default(null),
})

// More to come: another load into the same batch.
export default defineEventHandler(async (event) => {
  const id = idOf(event)
  await requireBatch(event, id)
  const { device, replaces, joins } = await bodyOf(event, Load)
  const { sql, queue } = store()
  if (!await findDevice(sql, device)) throw createError({ statusCode: 404, message: 'This device is no longer here. Choose another one.' })
  if (!await addLoad(sql, queue, id, device, { replaces, joins })) throw conflict(replaces === null && joins === null
    ? 'This batch takes no load now: one is running, or its paper was said to be complete.'
    : 'Nothing can be scanned for this page or document now: a load is running, or it is confirmed already.')
  return { ok: true }
})
