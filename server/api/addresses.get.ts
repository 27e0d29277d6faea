import { z } from 'zod'
import { findAddresses } from '../../store/people/addresses'
import { requirePerson } from '../access'
import { store } from '../context'
import { queryOf } from '../input'

const Query = z.strictObject({ part: z.string().trim().max(100).default('') })

export default defineEventHandler(async (event) => {
  await requirePerson(event)
  return findAddresses(store().sql, queryOf(event, Query).part)
})
