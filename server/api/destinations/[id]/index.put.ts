import { z } from 'zod'
import { Done } from '../../../../shared/views/done'
import { changeDestination, findDestination } from '../../../../store/setup/destinations'
import { removeGrant } from '../../../../store/setup/grants'
import { store } from '../../../context'
import { DestinationName, DestinationOptions, mostOptionBytes, soundOptions } from '../../../destinationOptions'
import { notThere } from '../../../refusals'
import { defineRoute } from '../../../route'

const whoIsAsked = ['address', 'tokenAddress', 'signInAddress', 'clientId']

export default defineRoute({
  does: 'Changes a destination’s name and options. A left-out secret stays where the host does; an empty one goes.',
  may: 'steward',
  setting: 'destination',
  most: mostOptionBytes,
  params: z.object({ id: z.string().max(64) }),
  body: z.strictObject({ name: DestinationName, options: DestinationOptions, inOrder: z.boolean().optional() }),
  answer: Done,
  async run({ params: { id }, body }) {
    const { sql } = store()
    const row = await findDestination(sql, id)
    if (!row) throw notThere()
    const options = await soundOptions(row.connector, body.options, row.options as Record<string, unknown>)
    const before = row.options as Record<string, unknown>
    await sql.begin(async tx => {
      if (!(await changeDestination(tx, { id, name: body.name, options, in_order: body.inOrder }))) throw notThere()
      // What a sign-in gave is shown to nobody else than whom it was given for.
      if (whoIsAsked.some(key => options[key] !== before[key])) await removeGrant(tx, id)
    })
    return { ok: true }
  },
})
