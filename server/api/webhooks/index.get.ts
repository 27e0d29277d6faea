import { z } from 'zod'
import { WebhookView } from '../../../shared/views/setUp'
import { listWebhooks } from '../../../store/setup/webhooks'
import { store } from '../../context'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Programs that are told of changes, without their secrets.',
  may: 'steward',
  answer: z.array(WebhookView),
  run: () => listWebhooks(store().sql),
})
