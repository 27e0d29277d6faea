import { z } from 'zod'
import { Done } from '../../../shared/views/done'
import { turnWasRight } from '../../../store/people/signInTries'
import { pairPanel } from '../../../store/setup/panels'
import { store } from '../../context'
import { becomePanel, panelName } from '../../panel'
import { defineRoute, refuse } from '../../route'
import { addressOf } from '../../session'
import { takeTurns } from '../../signInTurns'

export default defineRoute({
  does: 'Makes this screen the panel of the device whose code is typed.',
  may: 'anybody',
  body: z.strictObject({ code: z.string().regex(/^\d{6}$/, 'six digits') }),
  answer: Done,
  async run({ event, body: { code } }) {
    const { sql } = store()
    const who = `pairing from ${addressOf(event)}`
    await takeTurns(event, [
      [who, { free: 5, most: 600 }],
      // Codes live a quarter of an hour, so that a million of them cannot be tried from many places either.
      ['pairing', { free: 50, most: 60 }],
    ])
    const paired = await pairPanel(sql, code)
    if (!paired) {
      throw refuse(401, 'This code is not right, or it is older than a quarter of an hour. Ask a steward for a new one.')
    }
    await turnWasRight(sql, who, 'all')
    await turnWasRight(sql, 'pairing', 'turn')
    // A steward was here: nobody need wait at this panel any more.
    await turnWasRight(sql, panelName(paired.id), 'all')
    becomePanel(event, paired.token)
    return { ok: true }
  },
})
