import { Done } from '../../../shared/views/done'
import { dropSingleSignOn } from '../../../store/setup/singleSignOn'
import { store } from '../../context'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Takes away the provider that vouches for people.',
  may: 'steward',
  setting: 'single sign-on',
  answer: Done,
  async run() {
    await dropSingleSignOn(store().sql)
    return { ok: true }
  },
})
