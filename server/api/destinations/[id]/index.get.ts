import { z } from 'zod'
import { connectorNamed, shownOptions } from '../../../../connectors'
import { DestinationView } from '../../../../shared/views/setUp'
import { findDestination, usesOfDestination } from '../../../../store/setup/destinations'
import { findGrant } from '../../../../store/setup/grants'
import { store } from '../../../context'
import { notThere } from '../../../refusals'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'A destination with its options, but for its secrets, of which only their names are told.',
  may: 'steward',
  params: z.object({ id: z.string().max(64) }),
  answer: DestinationView,
  async run({ params: { id } }): Promise<DestinationView> {
    const row = await findDestination(store().sql, id)
    if (!row) throw notThere()
    const options = row.options as Record<string, unknown>
    const shown = shownOptions(row.connector, options)
    return {
      id,
      name: row.name,
      connector: row.connector,
      kind: connectorNamed(row.connector).label,
      options: shown,
      inOrder: row.in_order ?? false,
      secretsKept: Object.keys(options).filter(key => !(key in shown)),
      signsIn: options.tokenAddress !== undefined && options.signInAddress !== undefined,
      signedIn: await findGrant(store().sql, id),
      uses: await usesOfDestination(store().sql, id),
    }
  },
})
