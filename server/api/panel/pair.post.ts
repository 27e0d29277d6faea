import { getRequestIP } from 'h3'
import { z } from 'zod'
import { forgetFailures, lockedOut, lockOutWords, noteFailure } from '../../../store/people/lockOut'
import { pairPanel } from '../../../store/setup/panels'
import { store } from '../../context'
import { becomePanel, panelName } from '../../panel'
import { defineRoute, refuse } from '../../route'

export default defineRoute({
  does: 'Makes this screen the panel of the device whose code is typed.',
  may: 'anybody',
  body: z.strictObject({ code: z.string().regex(/^\d{6}$/, 'six digits') }),
  async run({ event, body: { code } }) {
    const { sql } = store()
    const who = `pairing from ${getRequestIP(event) ?? 'somewhere'}`
    if (await lockedOut(sql, who)) throw refuse(429, lockOutWords)
    const paired = await pairPanel(sql, code)
    if (!paired) {
      await noteFailure(sql, who)
      throw refuse(401, 'This code is not right, or it is older than a quarter of an hour. Ask a steward for a new one.')
    }
    await forgetFailures(sql, who)
    // A steward was here: a panel that had locked itself is open again.
    await forgetFailures(sql, panelName(paired.id))
    becomePanel(event, paired.token)
    return { ok: true }
  },
})
