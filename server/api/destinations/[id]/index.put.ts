import { z } from 'zod'
import { changeDestination, findDestination } from '../../../../store/setup/destinations'
import { store } from '../../../context'
import { DestinationName, DestinationOptions, mostOptionBytes, soundOptions } from '../../../destinationOptions'
import { notThere } from '../../../refusals'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Changes a destination’s name and options. A secret that is left out stays; an empty one goes.',
  may: 'steward',
  setting: 'destination',
  most: mostOptionBytes,
  params: z.object({ id: z.string().max(64) }),
  body: z.strictObject({ name: DestinationName, options: DestinationOptions, inOrder: z.boolean().optional() }),
  async run({ params: { id }, body }) {
    const { sql } = store()
    const row = await findDestination(sql, id)
    if (!row) throw notThere()
    const options = await soundOptions(row.connector, body.options, row.options as Record<string, unknown>)
    if (!(await changeDestination(sql, { id, name: body.name, options, in_order: body.inOrder }))) throw notThere()
    return { ok: true }
  },
})
