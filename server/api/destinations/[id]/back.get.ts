import { sendRedirect } from 'h3'
import { z } from 'zod'
import type { OAuth } from '../../../../connectors/oauth'
import { log, said } from '../../../../log/log'
import { findDestination } from '../../../../store/setup/destinations'
import { putGrant } from '../../../../store/setup/grants'
import { appendToTrail } from '../../../../store/trail'
import { store } from '../../../context'
import { Back, cameBack, Granting } from '../../../destinationSignIn'
import { notThere } from '../../../refusals'
import { defineRoute } from '../../../route'
import { addressOf } from '../../../session'

export default defineRoute({
  does: 'Where a destination’s system sends a steward back to who let this program in there.',
  may: 'steward',
  params: z.object({ id: z.string().max(64) }),
  // What else the other side adds is its own.
  query: Back,
  async run({ event, person, actor, params: { id }, query }) {
    const { sql } = store()
    const row = await findDestination(sql, id)
    if (!row) throw notThere()
    const { user, secure } = await getUserSession(event)
    const granting = Granting.safeParse(secure?.granting)
    // What was taken along serves once.
    const { granting: _, ...rest } = secure ?? {}
    await replaceUserSession(event, { user, secure: rest })
    const answer = (words: string) =>
      sendRedirect(event, `/set-up/destinations?${new URLSearchParams({ signedIn: id, as: words }).toString()}`)
    try {
      const came = await cameBack(event, id, row.options as OAuth, granting.success ? granting.data : null, query)
      if (typeof came === 'string') return await answer(came)
      await sql.begin(async tx => {
        await putGrant(tx, id, person.id, came)
        const done = { does: 'Lets this program in there by a sign-in of their own.', of: row.name, 'signed in': person.name }
        await appendToTrail(tx, actor, { what: 'set up', new: done }, addressOf(event))
      })
      return await answer('done')
    } catch (error) {
      log.warn({ destination: id, ...said(error) }, 'a sign-in for a destination gave no token')
      return answer('failed')
    }
  },
})
