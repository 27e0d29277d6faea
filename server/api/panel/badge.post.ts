import { getHeader } from 'h3'
import { z } from 'zod'
import { Done } from '../../../shared/views/done'
import { personByToken } from '../../../store/people/people'
import { noteTap, panelOfReader } from '../../../store/setup/panels'
import { store } from '../../context'
import { pinKey } from '../../panel'
import { defineRoute, refuse } from '../../route'

export default defineRoute({
  does: 'Takes a badge from a reader, which shows its key. What it is told does not depend on whose badge it was.',
  may: 'anybody',
  body: z.strictObject({ badge: z.string().trim().min(4).max(64) }),
  answer: Done,
  async run({ event, body: { badge } }) {
    const key = /^Bearer (.+)$/.exec(getHeader(event, 'authorization') ?? '')?.[1]
    const { sql } = store()
    const panel = key ? await panelOfReader(sql, key) : null
    if (!panel) throw refuse(401, 'This reader is not known. Ask a steward for its key.')
    const person = await personByToken(sql, 'badge', badge, pinKey())
    if (person) await noteTap(sql, panel, person.id)
    return { ok: true }
  },
})
