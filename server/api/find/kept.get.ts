import { keptSearches } from '../../../store/find/kept'
import { store } from '../../context'
import { defineRoute } from '../../route'

export default defineRoute({
  does: "One's own kept searches.",
  may: 'person',
  run: ({ person }) => keptSearches(store().sql, person.id),
})
