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
})

// More to come: another load into the same batch.
export default defineEventHandler(async (event) => {
  const id = idOf(event)
  await requireBatch(event, id)
  const { device, replaces } = await bodyOf(event, Load)
  const { sql, queue } = store()
  if (!await findDevice(sql, device)) throw createError({ statusCode: 404, message: 'This device is no longer here. Choose another one.' })
  if (!await addLoad(sql, queue, id, device, replaces)) throw conflict(replaces === null
    ? 'This batch takes no load now: one is running, or its paper was said to be complete.'
    : 'This page cannot be scanned again now: a load is running, or its document is confirmed already.')
  return { ok: true }
})
