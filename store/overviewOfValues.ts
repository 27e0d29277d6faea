import type { Fragment } from 'postgres'
import type { Person } from '../shared/views/people'
import type { Overview } from '../shared/views/overview'
import type { Sql } from './database'
import { visibleDocument } from './people/rights'

const mostFields = 10
/** Of fields that few documents have nothing can be said. */
const leastDocuments = 5

/**
 * Of what was indexed since then and filed: documents at whose values nobody had a hand, and the fields at which people had
 * one most often. The values of documents without a hand are looked at once. @param since an instant, as SQL
 */
export async function handsAtValues(sql: Sql, person: Person, since: Fragment): Promise<Pick<Overview, 'untouched' | 'changed'>> {
  const [found] = await sql<Pick<Overview, 'untouched' | 'changed'>[]>`
    with seen as materialized (
      select rubrics.name as rubric, documents.type, documents.id, documents.touched
      from documents
      join batches on batches.id = documents.batch_id
      join rubrics on rubrics.id = batches.rubric_id
      where documents.state = 'sent'
        and coalesce(documents.indexed_at, documents.filled_at) >= ${since} and ${visibleDocument(sql, person)}),
    by_rubric as (
      select rubric, count(*)::int as documents, count(*) filter (where not touched)::int as untouched from seen group by rubric),
    kinds as (select rubric, type, count(*)::int as documents from seen where type is not null group by rubric, type),
    by_field as (
      select seen.rubric, seen.type, value.key as field, kinds.documents, count(*)::int as changed
      from seen
      join kinds on kinds.rubric = seen.rubric and kinds.type = seen.type
      join documents on documents.id = seen.id
      cross join lateral jsonb_each(documents.fields) as value
      where seen.touched and kinds.documents >= ${leastDocuments} and value.value->>'from' = 'person'
      group by seen.rubric, seen.type, value.key, kinds.documents
      order by count(*)::float / kinds.documents desc, seen.rubric, value.key
      limit ${mostFields})
    select coalesce((select jsonb_agg(by_rubric order by documents desc, rubric) from by_rubric), '[]') as untouched,
      coalesce((select jsonb_agg(by_field order by changed::float / documents desc, rubric, field) from by_field), '[]') as changed`
  return found!
}
