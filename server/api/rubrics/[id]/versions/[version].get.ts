import { z } from 'zod'
import { findRubric } from '../../../../../store/setup/rubrics'
import { notThere, requireRole } from '../../../../access'
import { store } from '../../../../context'
import { uuidOf } from '../../../../input'

const Version = z.coerce.number().int().positive()

// A rubric as an earlier version had it.
export default defineEventHandler(async (event) => {
  await requireRole(event, 'steward')
  const version = Version.safeParse(getRouterParam(event, 'version'))
  const rubric = version.success ? await findRubric(store().sql, uuidOf(event), version.data) : null
  if (!rubric) throw notThere()
  return rubric
})
