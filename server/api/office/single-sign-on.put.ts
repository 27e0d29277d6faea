import { SingleSignOn } from '../../../core/model/singleSignOn'
import { refusedReach } from '../../../reach/networks'
import { Done } from '../../../shared/views/done'
import { findSingleSignOn, saveSingleSignOn } from '../../../store/setup/singleSignOn'
import { store } from '../../context'
import { defineRoute, refuse } from '../../route'
import { providerOf } from '../../singleSignOn'

export default defineRoute({
  does: 'Sets the provider that vouches for people (OpenID Connect), once it answers; a secret that is left out stays.',
  may: 'steward',
  setting: 'single sign-on',
  body: SingleSignOn,
  answer: Done,
  async run({ body }) {
    const { sql } = store()
    const kept = await findSingleSignOn(sql)
    const secret = body.clientSecret ?? (kept?.issuer === body.issuer ? kept.clientSecret : undefined)
    // A secret that was given for one provider is not shown to another.
    if (secret === undefined && kept?.clientSecret !== undefined)
      throw refuse(422, 'This is another provider. Type the client’s secret that it gave you.')
    try {
      await providerOf({ ...body, clientSecret: secret })
    } catch (error) {
      const outside = refusedReach(error)
      throw refuse(
        422,
        outside?.message ?? `${body.issuer} does not describe itself as a provider. Check its address, and whether it runs.`,
      )
    }
    await saveSingleSignOn(sql, body)
    return { ok: true }
  },
})
