import { z } from 'zod'
import { TroubledDestination } from '../../../shared/views/slips'
import { troubledDestinations } from '../../../store/slips/troubled'
import { store } from '../../context'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Destinations at which deliveries do not arrive, with the reason.',
  may: 'person',
  answer: z.array(TroubledDestination),
  run: ({ person }) => troubledDestinations(store().sql, person),
})
