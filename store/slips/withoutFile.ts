import type { Sql } from '../database'

/** Slips that stand for no file: none of their document's edition has a format that they send. */
export const slipsWithoutFile = (sql: Sql): Promise<{ id: number; document: number; edition: number }[]> => sql<
  { id: number; document: number; edition: number }[]
>`
  select id, document_id as document, edition from slips
  where not exists (
    select 1 from files
    where files.document_id = slips.document_id and files.edition = slips.edition
      and (slips.formats is null or format is null or format = any(slips.formats)))
  order by id`

export const countSlips = async (sql: Sql): Promise<number> =>
  (await sql<{ count: number }[]>`select count(*)::int as count from slips`)[0]!.count
