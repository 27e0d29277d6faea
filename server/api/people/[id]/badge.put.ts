import { z } from 'zod'
import { Done } from '../../../../shared/views/done'
import { findPerson, giveBadge } from '../../../../store/people/manage'
import { store } from '../../../context'
import { pinKey } from '../../../panel'
import { conflict, notThere } from '../../../refusals'
import { defineRoute, Identity } from '../../../route'

export default defineRoute({
  does: 'Gives a person the badge of this number, or takes theirs away.',
  may: 'steward',
  setting: 'person',
  params: Identity,
  body: z.strictObject({
    badge: z
      .string()
      .trim()
      .regex(/^[\w-]{4,64}$/, 'the number on the badge: 4 to 64 letters and digits')
      .nullable(),
  }),
  answer: Done,
  async run({ params: { id }, body: { badge } }) {
    const { sql } = store()
    if (!(await findPerson(sql, id))) throw notThere()
    if (!(await giveBadge(sql, id, badge, pinKey()))) throw conflict('Another person has this badge. Take it from them first.')
    return { ok: true }
  },
})
