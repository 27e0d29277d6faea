import { listWebhooks } from '../../../store/setup/webhooks'
import { store } from '../../context'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Programs that are told of changes, without their secrets.',
  may: 'steward',
  run: () => listWebhooks(store().sql),
})
