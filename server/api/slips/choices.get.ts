import { SlipChoices } from '../../../shared/views/slips'
import { slipChoices } from '../../../store/slips/list'
import { store } from '../../context'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Destinations and people by which slips can be narrowed.',
  may: 'person',
  answer: SlipChoices,
  run: ({ person }) => slipChoices(store().sql, person),
})
