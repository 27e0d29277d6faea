import { z } from 'zod'
import { addLoad } from '../../../../flow/start'
import { Done } from '../../../../shared/views/done'
import { findDevice } from '../../../../store/setup/devices'
import { store } from '../../../context'
import { conflict } from '../../../refusals'
import { defineRoute, refuse } from '../../../route'

export default defineRoute({
  does: 'Scans another load into a batch, or paper for one of its pages or documents.',
  may: { change: 'batch', act: 'scan' },
  body: z.strictObject({
    device: z.uuid(),
    /** A page that is scanned again: the load's sides take its place. */
    replaces: z.int().positive().nullable().default(null),
    /** A document to whose end the load's sides go. */
    joins: z.int().positive().nullable().default(null),
  }),
  answer: Done,
  async run({ actor, batch, body: { device, replaces, joins } }) {
    if (!(await findDevice(store().sql, device))) throw refuse(404, 'This device is no longer here. Choose another one.')
    if (!(await addLoad(store(), actor, batch, device, { replaces, joins })))
      throw conflict(
        replaces === null && joins === null
          ? 'This batch takes no load now: one is running, or its paper was said to be complete.'
          : 'Nothing can be scanned for this page or document now: a load is running, or it is confirmed already.',
      )
    return { ok: true }
  },
})
