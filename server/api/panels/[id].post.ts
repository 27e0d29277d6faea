import { z } from 'zod'
import { findDevice } from '../../../store/setup/devices'
import { newPanelCode } from '../../../store/setup/panels'
import { store } from '../../context'
import { notThere } from '../../refusals'
import { defineRoute, Identity } from '../../route'

export default defineRoute({
  does: 'A code with which a screen becomes the panel of this device.',
  may: 'steward',
  params: Identity,
  answer: z.strictObject({ code: z.string() }),
  async run({ params }) {
    const { sql } = store()
    if (!(await findDevice(sql, params.id))) throw notThere()
    return { code: await newPanelCode(sql, params.id) }
  },
})
