import { troubledDestinations } from '../../../store/slips/troubled'
import { store } from '../../context'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Destinations at which deliveries do not arrive, with the reason.',
  may: 'person',
  run: ({ person }) => troubledDestinations(store().sql, person),
})
