import { z } from 'zod'
import { Done } from '../../../shared/views/done'
import { pauseWatchedFolder } from '../../../store/setup/watchedFolders'
import { store } from '../../context'
import { notThere } from '../../refusals'
import { defineRoute, Identity } from '../../route'

export default defineRoute({
  does: 'Lets a watched folder rest, or has it watched again.',
  may: 'steward',
  setting: 'watched',
  params: Identity,
  body: z.strictObject({ paused: z.boolean() }),
  answer: Done,
  async run({ params, body: { paused } }) {
    if (!(await pauseWatchedFolder(store().sql, params.id, paused))) throw notThere()
    return { ok: true }
  },
})
