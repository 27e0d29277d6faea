import type { Sql } from '../database'

/** Batches that are over and have bytes whose days, by the version of the rubric that they have, are over, too; the oldest first. */
export async function batchesToForget(sql: Sql): Promise<number[]> {
  const rows = await sql<{ id: number }[]>`
    select batches.id
    from batches
    join rubric_versions on rubric_versions.rubric_id = batches.rubric_id and rubric_versions.version = batches.rubric_version
    cross join lateral (select (body->'keep'->>'setAsideDays')::int as aside, (body->'keep'->>'originalDays')::int as original) as keep
    where ended_at is not null and whole is null and body ? 'keep'
      and exists (select 1 from pages where batch_id = batches.id
        and ((ended_at < now() - make_interval(days => keep.original) and blob is not null)
          or (ended_at < now() - make_interval(days => keep.aside) and coalesce(blob, page_blob, thumbnail_blob) is not null
            and (document_id is null or batches.state = 'abandoned'))))
      and not exists (select 1 from slips join documents on documents.id = document_id
        where batch_id = batches.id and slips.state <> 'delivered')
    order by ended_at
    limit 1000`
  return rows.map(row => row.id)
}
