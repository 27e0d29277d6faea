import { z } from 'zod'
import { waitingSignIns } from '../../../store/people/signInTries'
import { store } from '../../context'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Sign-ins that must wait, because others failed before them.',
  may: 'steward',
  answer: z.array(z.strictObject({ who: z.string(), failures: z.number(), until: z.string() })),
  run: () => waitingSignIns(store().sql),
})
