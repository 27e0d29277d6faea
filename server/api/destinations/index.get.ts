import { z } from 'zod'
import { connectorNamed } from '../../../connectors'
import { DestinationChoice } from '../../../shared/views/setUp'
import { listDestinations } from '../../../store/setup/destinations'
import { store } from '../../context'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Destinations, without their options: those may hold keys.',
  may: 'steward',
  answer: z.array(DestinationChoice),
  async run(): Promise<DestinationChoice[]> {
    return (await listDestinations(store().sql)).map(one => ({ ...one, kind: connectorNamed(one.connector).label }))
  },
})
