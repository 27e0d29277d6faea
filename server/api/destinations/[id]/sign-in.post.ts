import { z } from 'zod'
import type { OAuth } from '../../../../connectors/oauth'
import { findDestination } from '../../../../store/setup/destinations'
import { store } from '../../../context'
import { leaveToSignIn } from '../../../destinationSignIn'
import { notThere } from '../../../refusals'
import { defineRoute, refuse } from '../../../route'

export default defineRoute({
  does: 'Where a steward lets this program in for a destination (OAuth 2.0, authorisation code); they come back from there.',
  may: 'steward',
  params: z.object({ id: z.string().max(64) }),
  answer: z.strictObject({ url: z.string() }),
  async run({ event, params: { id } }) {
    const row = await findDestination(store().sql, id)
    if (!row) throw notThere()
    const options = row.options as OAuth
    if (options.signInAddress === undefined || options.tokenAddress === undefined)
      throw refuse(422, 'This destination has no sign-in address and token address, so nobody signs in there. Give it both first.')
    const { url, granting } = leaveToSignIn(event, id, options)
    const { secure } = await getUserSession(event)
    await setUserSession(event, { secure: { ...secure, granting } })
    return { url }
  },
})
