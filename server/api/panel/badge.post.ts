import { z } from 'zod'
import { personByToken } from '../../../store/people/people'
import { noteTap, panelOfReader } from '../../../store/setup/panels'
import { store } from '../../context'
import { bodyOf } from '../../input'
import { pinKey } from '../../panel'

const Tap = z.strictObject({ badge: z.string().trim().min(4).max(64) })

// From a badge reader, which shows its key. What it is told does not depend on whose badge it was.
export default defineEventHandler(async (event) => {
  const key = /^Bearer (.+)$/.exec(getHeader(event, 'authorization') ?? '')?.[1]
  const { sql } = store()
  const panel = key ? await panelOfReader(sql, key) : null
  if (!panel) throw createError({ statusCode: 401, message: 'This reader is not known. Ask a steward for its key.' })
  const { badge } = await bodyOf(event, Tap)
  const person = await personByToken(sql, 'badge', badge, pinKey())
  if (person) await noteTap(sql, panel, person.id)
  return { ok: true }
})
