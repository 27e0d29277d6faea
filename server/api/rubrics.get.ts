import { rubricWords } from '../../core/model/rubricWords'
import { findRubric, listRubrics } from '../../store/setup/rubrics'
import { requirePerson } from '../access'
import { store } from '../context'

export default defineEventHandler(async (event) => {
  await requirePerson(event)
  const { sql } = store()
  const rows = await listRubrics(sql)
  return Promise.all(rows.map(async (row) => {
    const rubric = await findRubric(sql, row.id, row.version)
    return { ...row, source: rubric?.scan.source ?? 'feeder', words: rubric ? rubricWords(rubric) : [] }
  }))
})
