import { z } from 'zod'
import { pauseWatchedFolder } from '../../../store/setup/watchedFolders'
import { notThere, requireRole } from '../../access'
import { store } from '../../context'
import { bodyOf, uuidOf } from '../../input'

const Change = z.strictObject({ paused: z.boolean() })

export default defineEventHandler(async (event) => {
  await requireRole(event, 'steward')
  const { paused } = await bodyOf(event, Change)
  if (!await pauseWatchedFolder(store().sql, uuidOf(event), paused)) throw notThere()
  return { ok: true }
})
