import { z } from 'zod'
import { forgetFailures, lockedOut, lockOutWords, noteFailure } from '../../../store/people/lockOut'
import { pairPanel } from '../../../store/setup/panels'
import { store } from '../../context'
import { bodyOf } from '../../input'
import { becomePanel, panelName } from '../../panel'

const Pair = z.strictObject({ code: z.string().regex(/^\d{6}$/, 'six digits') })

export default defineEventHandler(async (event) => {
  const { code } = await bodyOf(event, Pair)
  const { sql } = store()
  const who = `pairing from ${getRequestIP(event) ?? 'somewhere'}`
  if (await lockedOut(sql, who)) throw createError({ statusCode: 429, message: lockOutWords })
  const paired = await pairPanel(sql, code)
  if (!paired) {
    await noteFailure(sql, who)
    throw createError({ statusCode: 401, message: 'This code is not right, or it is older than a quarter of an hour. Ask a steward for a new one.' })
  }
  await forgetFailures(sql, who)
  // A steward was here: a panel that had locked itself is open again.
  await forgetFailures(sql, panelName(paired.id))
  becomePanel(event, paired.token)
  return { ok: true }
})
