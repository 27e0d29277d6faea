import type { Person } from '../../shared/views/people'
import { beginningLike, type Sql } from '../database'
import { visibleDocument } from '../people/rights'

// Counting more would keep whoever types waiting; the next letter narrows it down.
const mostCounted = 2000

/** What a field most often holds under a rubric and begins so, of documents that a person may see. */
export async function frequentValues(
  sql: Sql,
  person: Person,
  { document, field, part, most }: { document: number; field: string; part: string; most: number },
): Promise<string[]> {
  const rows = await sql<{ value: string }[]>`
    select value from (
      select document_values.value
      from document_values
      join documents on documents.id = document_values.document_id
      join batches on batches.id = documents.batch_id
      where field = ${field} and lower(document_values.value) like ${beginningLike(part.toLowerCase())}
        and documents.id <> ${document} and documents.state <> 'open'
        and batches.rubric_id = (select rubric_id from batches join documents on batch_id = batches.id where documents.id = ${document})
        and ${visibleDocument(sql, person)}
      limit ${mostCounted}) as counted
    group by value
    order by count(*) desc, value
    limit ${most}`
  return rows.map(row => row.value)
}
