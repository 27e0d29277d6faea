import { z } from 'zod'
import { connectorViews } from '../../../connectors'
import { ConnectorView } from '../../../shared/views/setUp'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'The ways to deliver, with the options of each.',
  may: 'steward',
  answer: z.array(ConnectorView),
  // Of what connectors say of themselves, what forms draw.
  run: () => z.array(ConnectorView).parse(connectorViews),
})
