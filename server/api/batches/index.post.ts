import { addBatch, startBatch } from '../../../store/batches/start'
import { findDevice } from '../../../store/setup/devices'
import { requirePerson } from '../../access'
import { store } from '../../context'
import { bodyOf } from '../../input'
import { newBatch, Start } from '../../newBatch'
import { z } from 'zod'

// Without a device the batch waits for files.
const Body = Start.extend({ device: z.uuid().optional() })

// Starts a batch, with its first load where a device scans it.
export default defineEventHandler(async (event) => {
  const person = await requirePerson(event)
  const { device, ...asked } = await bodyOf(event, Body)
  const { sql, queue } = store()
  const scanner = device ? await findDevice(sql, device) : null
  if (device && !scanner) throw createError({ statusCode: 404, message: 'This device is no longer here. Choose another one.' })
  const batch = await newBatch(person, asked, scanner?.name ?? 'files')
  const id = device ? await startBatch(sql, queue, { ...batch, device }) : await sql.begin(tx => addBatch(tx, batch))
  setResponseStatus(event, 201)
  return { id }
})
