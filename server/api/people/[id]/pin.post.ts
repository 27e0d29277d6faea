import { z } from 'zod'
import { findPerson, giveNewPin } from '../../../../store/people/manage'
import { store } from '../../../context'
import { pinKey } from '../../../panel'
import { notThere } from '../../../refusals'
import { defineRoute, Identity } from '../../../route'

export default defineRoute({
  does: 'Gives a person a new PIN for the panels, told this once.',
  may: 'steward',
  setting: 'person',
  params: Identity,
  answer: z.strictObject({ pin: z.string() }),
  async run({ params: { id } }) {
    const { sql } = store()
    if (!(await findPerson(sql, id))) throw notThere()
    return { pin: await giveNewPin(sql, id, pinKey()) }
  },
})
