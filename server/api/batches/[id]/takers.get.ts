import { z } from 'zod'
import { Named } from '../../../../shared/views/people'
import { whoMayTake } from '../../../../store/setup/rubricRights'
import { store } from '../../../context'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'To whom a batch can be handed: people and groups who may work with its rubric.',
  may: { see: 'batch' },
  answer: z.strictObject({ people: z.array(Named), groups: z.array(Named) }),
  run: ({ batch }) => whoMayTake(store().sql, batch),
})
