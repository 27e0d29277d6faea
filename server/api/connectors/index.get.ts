import { connectorViews } from '../../../connectors'
import type { ConnectorView } from '../../../shared/views/setUp'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'The ways to deliver, with the options of each.',
  may: 'steward',
  run: (): ConnectorView[] => connectorViews,
})
