import { SingleSignOnView } from '../../../shared/views/setUp'
import { findSingleSignOn } from '../../../store/setup/singleSignOn'
import { store } from '../../context'
import { ownAddress } from '../../ownAddress'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'The provider that vouches for people, without its secret, and where it sends them back to.',
  may: 'steward',
  answer: SingleSignOnView,
  async run({ event }): Promise<SingleSignOnView> {
    const found = await findSingleSignOn(store().sql)
    const { clientSecret, ...settings } = found ?? {}
    return {
      settings: found ? (settings as SingleSignOnView['settings']) : null,
      secretKept: clientSecret !== undefined,
      back: `${ownAddress(event)}/api/session/outside/back`,
    }
  },
})
