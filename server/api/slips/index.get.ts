import { listSlips } from '../../../store/slips/list'
import { store } from '../../context'
import { listLength, ListQuery } from '../../input'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Slips that one may see, the newest first.',
  may: 'person',
  query: ListQuery,
  run: ({ person, query: { before } }) => listSlips(store().sql, person, { document: null, before: before ?? null, most: listLength }),
})
