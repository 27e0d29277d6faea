import { listDestinations } from '../../store/setup/destinations'
import { store } from '../context'
import { defineRoute } from '../route'

export default defineRoute({
  does: 'Destinations, without their options: those may hold keys.',
  may: 'steward',
  run: () => listDestinations(store().sql),
})
