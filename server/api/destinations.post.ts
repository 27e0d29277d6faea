import { stat } from 'node:fs/promises'
import { isAbsolute } from 'node:path'
import { z } from 'zod'
import { putDestination } from '../../store/setup/destinations'
import { store } from '../context'
import { defineRoute, refuse } from '../route'

export default defineRoute({
  does: 'Adds a network folder that is there.',
  may: 'steward',
  status: 201,
  body: z.strictObject({
    id: z.string().regex(/^[a-z][a-z0-9-]{0,63}$/, 'small letters, digits and -, starting with a letter'),
    name: z.string().trim().min(1).max(120),
    connector: z.literal('network-folder'),
    options: z.strictObject({ path: z.string().min(1).max(1000).refine(isAbsolute, 'a path from the root, such as /srv/records') }),
  }),
  async run({ body }) {
    const { path } = body.options
    const there = await stat(path).catch(() => null)
    if (!there?.isDirectory()) throw refuse(422, `There is no folder ${path} on the machine where Rubricator runs. Mount the share or make the folder there, then try again.`)
    await putDestination(store().sql, body)
    return { id: body.id }
  },
})
