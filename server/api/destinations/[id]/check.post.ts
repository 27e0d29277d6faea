import { z } from 'zod'
import { connectorNamed } from '../../../../connectors'
import { destinationToOpen } from '../../../../store/setup/grants'
import { store } from '../../../context'
import { notThere } from '../../../refusals'
import { defineRoute, refuse } from '../../../route'

export default defineRoute({
  does: 'Tries a destination, and leaves nothing there.',
  may: 'steward',
  params: z.object({ id: z.string().max(64) }),
  answer: z.strictObject({ answer: z.string() }),
  async run({ params: { id } }) {
    const row = await destinationToOpen(store().sql, id)
    if (!row) throw notThere()
    const destination = connectorNamed(row.connector).open(row.options, row.grant)
    try {
      return { answer: await destination.check() }
    } catch (error) {
      throw refuse(502, error instanceof Error ? error.message : String(error))
    } finally {
      await destination.dispose()
    }
  },
})
