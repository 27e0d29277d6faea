import { z } from 'zod'
import { KeptSearch } from '../../../shared/views/find'
import { keptSearches } from '../../../store/find/kept'
import { store } from '../../context'
import { defineRoute } from '../../route'

export default defineRoute({
  does: "One's own kept searches.",
  may: 'person',
  answer: z.array(KeptSearch),
  run: ({ person }) => keptSearches(store().sql, person.id),
})
