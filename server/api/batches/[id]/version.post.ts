import { reviseBatch } from '../../../../flow/revise'
import { Done } from '../../../../shared/views/done'
import { store } from '../../../context'
import { conflict } from '../../../refusals'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Has a batch go on under the newest version of its rubric; all its pages are examined again.',
  may: { change: 'batch', act: 'fix' },
  answer: Done,
  async run({ actor, batch }) {
    const refusals = {
      newest: 'This batch stands under the newest version already.',
      busy: 'The machine works on this batch, or it has gone on. Once it waits for a person it can take the new version.',
      confirmed: 'A document of this batch is confirmed, and is filed under the version with which it was.',
      'other pages': 'The new version makes other pages of a side than the one under which it was scanned. Scan the paper again for it.',
    }
    const done = await reviseBatch(store(), actor, batch)
    if (done !== 'done') throw conflict(refusals[done])
    return { ok: true }
  },
})
