import type { HistoryLine } from '../../shared/views/documents'
import type { Sql } from '../database'
import { withValues } from '../trailValues'

/** What of a batch belongs to the story of each of its documents. */
const ofBatch = [
  'start',
  'hand over',
  'take over',
  'new version',
  'draw',
  'accept lot',
  'refuse lot',
  'pass unchecked',
  'remove originals',
  'keep whole',
  'let bytes go',
  'date back',
]

/** What was done to a document and to the batch in which it lies, in order; the newest `most` lines. */
export async function historyOf(sql: Sql, document: number, most: number): Promise<HistoryLine[]> {
  const lines = await sql<HistoryLine[]>`
    select trail.id, trail.at, trail.actor, people.name as person, what, old, new
    from trail
    left join people on people.id = trail.person
    where trail.document_id = ${document}
      or (trail.document_id is null and what = any(${ofBatch}) and trail.batch_id = (select batch_id from documents where id = ${document}))
    order by trail.id desc
    limit ${most}`
  return withValues(sql, [...lines].reverse())
}
