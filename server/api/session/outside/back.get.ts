import { sendRedirect } from 'h3'
import { z } from 'zod'
import { log, said } from '../../../../log/log'
import { comeIn, type CameIn } from '../../../../store/people/outside'
import { endSession } from '../../../../store/people/sessions'
import { findSingleSignOn } from '../../../../store/setup/singleSignOn'
import { store } from '../../../context'
import { defineRoute } from '../../../route'
import { noteFailure, signIn } from '../../../session'
import { Leaving, whoCameBack } from '../../../singleSignOn'

/** What the sign-in page says of each. */
const refusals: Record<(CameIn & { refused: string })['refused'], string> = {
  deactivated: 'deactivated',
  'no role': 'role',
  'name taken': 'name',
  'not known': 'unknown',
}

export default defineRoute({
  does: 'Where the provider sends somebody back to: whom it vouches for is signed in.',
  may: 'anybody',
  // What else a provider adds is its own.
  query: z.looseObject({}),
  async run({ event }) {
    const { sql } = store()
    const settings = await findSingleSignOn(sql)
    const { secure, user } = await getUserSession(event)
    const leaving = Leaving.safeParse(secure?.leaving)
    const before = secure?.session
    // What was taken along serves once; whoever is signed in stays so until somebody is let in.
    await replaceUserSession(event, before === undefined ? {} : { user, secure: { session: before } })
    if (!settings || !leaving.success || leaving.data.until < Date.now()) return sendRedirect(event, '/sign-in?outside=late')
    try {
      const outside = await whoCameBack(event, settings, leaving.data)
      const came = await comeIn(sql, outside, settings.adds)
      if ('refused' in came) {
        await noteFailure(event, outside.name)
        return await sendRedirect(event, `/sign-in?outside=${refusals[came.refused]}`)
      }
      if (before !== undefined) await endSession(sql, before)
      await signIn(event, came.person, null, true)
      return await sendRedirect(event, leaving.data.to)
    } catch (error) {
      log.warn(said(error), 'somebody came back from the provider and was not let in')
      await noteFailure(event, null)
      return sendRedirect(event, '/sign-in?outside=failed')
    }
  },
})
