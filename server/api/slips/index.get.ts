import { listSlips } from '../../../store/slips/list'
import { requirePerson } from '../../access'
import { store } from '../../context'
import { listLength, ListQuery, queryOf } from '../../input'

export default defineEventHandler(async (event) => {
  const person = await requirePerson(event)
  const { before } = queryOf(event, ListQuery)
  return listSlips(store().sql, person, { document: null, before: before ?? null, most: listLength })
})
