import type { FileWeight, PageWeight } from '../../shared/views/start'
import type { Sql } from '../database'

const newest = 3000
/** Batches of a rubric whose pages are looked at: its newest. */
const newestBatches = 60

/** What pages made with a rubric have weighed on average, by colour and resolution; those of all rubrics where it has none yet. */
export async function pageWeights(sql: Sql, rubric: string): Promise<PageWeight[]> {
  const weigh = (own: boolean) => sql<PageWeight[]>`
    with newest as (
      select colour, (evidence->>'dpi')::float as dpi, bytes
      from pages
      where bytes is not null and fate = 'kept' and not born_digital
        and (not ${own} or batch_id in (select id from batches where rubric_id = ${rubric} order by id desc limit ${newestBatches}))
      order by pages.id desc
      limit ${newest})
    select colour, dpi::int as dpi, avg(bytes)::int as bytes, count(*)::int as pages
    from newest
    group by colour, dpi
    order by pages desc`
  const own = await weigh(true)
  return own.length ? own : weigh(false)
}

/** What a page has weighed in each kind of file that a rubric made, of documents whose pages are all of one colour. */
export async function fileWeights(sql: Sql, rubric: string): Promise<FileWeight[]> {
  return sql<FileWeight[]>`
    with newest as (
      select documents.id, min(colour) as colour, count(*) as pages
      from documents
      join batches on batches.id = documents.batch_id
      join pages on pages.document_id = documents.id and fate = 'kept' and not born_digital
      where batches.id in (select id from batches where rubric_id = ${rubric} order by id desc limit ${newestBatches})
        and built_at is not null
      group by documents.id
      having count(distinct colour) = 1
      order by documents.id desc
      limit ${newest / 10})
    select media_type as "mediaType", colour, (sum(bytes) / sum(pages))::int as bytes
    from (
      select newest.id, colour, pages, media_type, sum(bytes) as bytes
      from newest
      join files on document_id = newest.id and edition = (select max(edition) from files where document_id = newest.id)
      group by newest.id, colour, pages, media_type) as weighed
    group by media_type, colour`
}
