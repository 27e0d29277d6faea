import { stat } from 'node:fs/promises'
import { isAbsolute } from 'node:path'
import { z } from 'zod'
import { putDestination } from '../../store/setup/destinations'
import { requireRole } from '../access'
import { store } from '../context'
import { bodyOf } from '../input'

const New = z.strictObject({
  id: z.string().regex(/^[a-z][a-z0-9-]{0,63}$/, 'small letters, digits and -, starting with a letter'),
  name: z.string().trim().min(1).max(120),
  connector: z.literal('network-folder'),
  options: z.strictObject({ path: z.string().min(1).max(1000).refine(isAbsolute, 'a path from the root, such as /srv/records') }),
})

// Adds a network folder that is there; other connectors come with the set-up pages.
export default defineEventHandler(async (event) => {
  await requireRole(event, 'steward')
  const destination = await bodyOf(event, New)
  const there = await stat(destination.options.path).catch(() => null)
  if (!there?.isDirectory()) throw createError({ statusCode: 422, message: `There is no folder ${destination.options.path} on the machine where Rubricator runs. Mount the share or make the folder there, then try again.` })
  await putDestination(store().sql, destination)
  setResponseStatus(event, 201)
  return { id: destination.id }
})
