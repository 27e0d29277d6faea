import { z } from 'zod'
import { connectorNames } from '../../../connectors'
import { addDestination } from '../../../store/setup/destinations'
import { store } from '../../context'
import { DestinationName, DestinationOptions, mostOptionBytes, soundOptions } from '../../destinationOptions'
import { conflict } from '../../refusals'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Adds a destination, with the options of its connector.',
  may: 'steward',
  setting: 'destination',
  status: 201,
  most: mostOptionBytes,
  body: z.strictObject({
    id: z.string().regex(/^[a-z][a-z0-9-]{0,63}$/, 'small letters, digits and -, starting with a letter'),
    name: DestinationName,
    connector: z.enum(connectorNames as [string, ...string[]]),
    options: DestinationOptions,
    inOrder: z.boolean().default(false),
  }),
  answer: z.strictObject({ id: z.string() }),
  async run({ body }) {
    const options = await soundOptions(body.connector, body.options)
    if (!(await addDestination(store().sql, { ...body, options, in_order: body.inOrder })))
      throw conflict(`“${body.id}” is another destination's. Choose another id.`)
    return { id: body.id }
  },
})
