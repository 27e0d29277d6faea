import { z } from 'zod'
import { Done } from '../../../../shared/views/done'
import { removeDestination, usesOfDestination } from '../../../../store/setup/destinations'
import { store } from '../../../context'
import { conflict, notThere } from '../../../refusals'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Removes a destination that no rubric and no slip needs.',
  may: 'steward',
  setting: 'destination',
  params: z.object({ id: z.string().max(64) }),
  answer: Done,
  async run({ params: { id } }) {
    await store().sql.begin(async tx => {
      const { rubrics, slips } = await usesOfDestination(tx, id)
      if (rubrics.length)
        throw conflict(`${rubrics.join(', ')} ${rubrics.length === 1 ? 'sends or looks up' : 'send or look up'} there. Change that first.`)
      if (slips) throw conflict(`${slips} ${slips === 1 ? 'slip names' : 'slips name'} it: what was sent there must stay explained.`)
      if (!(await removeDestination(tx, id))) throw notThere()
    })
    return { ok: true }
  },
})
