import type { BatchRow } from '../../shared/views/batches'
import type { Person } from '../../shared/views/people'
import type { Sql } from '../database'
import { isOwn, visibleTo } from '../people/rights'

/** Batches that a person may see, newest first, paged by key: those below `before`. */
export function listBatches(
  sql: Sql,
  person: Person,
  which: { open: boolean; mine: boolean; text: string; before: number | null; most: number },
): Promise<BatchRow[]> {
  const like = `%${which.text.replace(/[\\%_]/g, letter => `\\${letter}`)}%`
  return sql<BatchRow[]>`
    select batches.id, batches.name, batches.state, rubrics.name as rubric, people.name as owner,
      (select name from groups where groups.id = for_group) as for_group, batches.created_at,
      (select count(*)::int from pages where batch_id = batches.id) as sides,
      (select count(*)::int from pages where batch_id = batches.id and asks) as asking,
      (select count(*)::int from documents where batch_id = batches.id and state = 'open') as open_documents,
      (select count(*)::int from documents where batch_id = batches.id) as documents,
      (select count(*)::int from slips join documents on documents.id = document_id where batch_id = batches.id
        and slips.state = 'failed') as failed_slips,
      (select count(*)::int from jsonb_array_elements(batches.differences) as one
        where not batches.accepted @> jsonb_build_array(one)) as differences,
      exists (select 1 from loads where batch_id = batches.id and state in ('asked', 'scanning')) as scanning
    from batches
    join rubrics on rubrics.id = batches.rubric_id
    join people on people.id = batches.owner
    where ${visibleTo(sql, person)} and (not ${which.mine} or ${isOwn(sql, person)})
      and (not ${which.open} or batches.state not in ('done', 'abandoned'))
      and (${which.text} = '' or batches.name ilike ${like} or rubrics.name ilike ${like})
      and (${which.before}::bigint is null or batches.id < ${which.before}::bigint)
    order by batches.id desc
    limit ${which.most}`
}
