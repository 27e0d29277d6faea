import { format } from 'date-fns'
import { z } from 'zod'
import { startBatch } from '../../../store/batches/start'
import { findDevice } from '../../../store/setup/devices'
import { listRubrics } from '../../../store/setup/rubrics'
import { requirePerson } from '../../access'
import { store } from '../../context'
import { bodyOf } from '../../input'

const Start = z.strictObject({ rubric: z.uuid(), device: z.uuid(), name: z.string().trim().max(120).default('') })

// Starts a batch and its first load.
export default defineEventHandler(async (event) => {
  const person = await requirePerson(event)
  const asked = await bodyOf(event, Start)
  const { sql, queue } = store()
  const rubric = (await listRubrics(sql)).find(row => row.id === asked.rubric)
  if (!rubric) throw createError({ statusCode: 404, message: 'This rubric is no longer here. Choose another one.' })
  if (!await findDevice(sql, asked.device)) throw createError({ statusCode: 404, message: 'This device is no longer here. Choose another one.' })
  const name = asked.name || `${rubric.name}, ${format(new Date(), 'd MMM HH:mm')}`
  const id = await startBatch(sql, queue, { name, rubric: rubric.id, version: rubric.version, device: asked.device, owner: person.id })
  setResponseStatus(event, 201)
  return { id }
})
