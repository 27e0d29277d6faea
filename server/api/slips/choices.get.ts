import { slipChoices } from '../../../store/slips/list'
import { store } from '../../context'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Destinations and people by which slips can be narrowed.',
  may: 'person',
  run: ({ person }) => slipChoices(store().sql, person),
})
