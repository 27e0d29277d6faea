import { z } from 'zod'
import { Act, acts } from '../../../../core/model/rights'
import { Done } from '../../../../shared/views/done'
import { setRightsOfRubric } from '../../../../store/setup/rubricRights'
import { store } from '../../../context'
import { notThere } from '../../../refusals'
import { defineRoute, Identity } from '../../../route'

const Right = z
  .strictObject({
    person: z.uuid().nullable(),
    group: z.uuid().nullable(),
    acts: z.array(Act).min(1, 'at least one').max(acts.length),
    /** Only documents of these types; null: all, and their batches. */
    types: z.array(z.string().min(1).max(64)).max(100).nullable(),
  })
  .refine(right => (right.person === null) !== (right.group === null), 'either a person or a group')
  .refine(right => right.types === null || !right.acts.includes('scan'), 'whoever scans sees the whole batch: leave out the types')

export default defineRoute({
  does: 'Says who may work with a rubric, from now on and for batches that are there.',
  may: 'steward',
  setting: 'rights',
  params: Identity,
  body: z.strictObject({ open: z.boolean(), rights: z.array(Right).max(200), told: z.array(z.uuid()).max(50).default([]) }),
  answer: Done,
  async run({ params: { id }, body }) {
    if (!(await store().sql.begin(tx => setRightsOfRubric(tx, id, body)))) throw notThere()
    return { ok: true }
  },
})
