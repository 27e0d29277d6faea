import { Done } from '../../../shared/views/done'
import { endWebhook } from '../../../store/setup/webhooks'
import { store } from '../../context'
import { notThere } from '../../refusals'
import { defineRoute, Identity } from '../../route'

export default defineRoute({
  does: 'Tells a program of nothing any more.',
  may: 'steward',
  setting: 'webhook',
  params: Identity,
  answer: Done,
  async run({ params }) {
    if (!(await endWebhook(store().sql, params.id))) throw notThere()
    return { ok: true }
  },
})
