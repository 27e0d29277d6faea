import { sendRedirect } from 'h3'
import { z } from 'zod'
import { log, said } from '../../../../log/log'
import { findSingleSignOn } from '../../../../store/setup/singleSignOn'
import { store } from '../../../context'
import { defineRoute } from '../../../route'
import { leaveFor } from '../../../singleSignOn'

export default defineRoute({
  does: 'Sends somebody to the provider that vouches for people (OpenID Connect); they come back signed in.',
  may: 'anybody',
  query: z.strictObject({
    to: z
      .string()
      .max(500)
      .regex(/^\/(?![/\\])/, 'a path of this copy')
      .default('/'),
    /** Whether they have to show who they are once more, whoever the provider still knows. */
    again: z.stringbool().default(false),
  }),
  async run({ event, query: { to, again } }) {
    const settings = await findSingleSignOn(store().sql)
    if (!settings) return sendRedirect(event, '/sign-in?outside=none')
    try {
      const { url, leaving } = await leaveFor(event, settings, to, again)
      await setUserSession(event, { secure: { leaving } })
      return await sendRedirect(event, url)
    } catch (error) {
      log.warn(said(error), 'the provider that vouches for people did not answer')
      return sendRedirect(event, '/sign-in?outside=failed')
    }
  },
})
