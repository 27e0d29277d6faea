import type { BatchDetail, DocumentView, LoadView, PageView } from '../../core/model/views'
import type { Sql } from '../database'

type BatchView = Omit<BatchDetail, 'loads' | 'pages' | 'documents' | 'totals' | 'corrections' | 'filed'>

export async function showBatch(sql: Sql, id: number): Promise<BatchView | null> {
  const [row] = await sql<BatchView[]>`
    select batches.id, batches.name, batches.state, batches.trouble, rubrics.name as rubric, people.name as owner, batches.created_at,
      coalesce(rubric_versions.body->'scan'->>'source', 'feeder') as source,
      coalesce((rubric_versions.body->'clean'->>'card')::boolean, false) as card
    from batches
    join rubrics on rubrics.id = batches.rubric_id
    join rubric_versions on rubric_versions.rubric_id = batches.rubric_id and rubric_versions.version = batches.rubric_version
    join people on people.id = batches.owner
    where batches.id = ${id}`
  return row ?? null
}

export function loadsOfBatch(sql: Sql, batch: number): Promise<LoadView[]> {
  return sql<LoadView[]>`
    select loads.id, coalesce(devices.name, 'Files') as device, device_id, loads.kind, loads.state, cancel_asked as "cancelAsked", trouble,
      (select count(*)::int from pages where load_id = loads.id) as sides
    from loads
    left join devices on devices.id = loads.device_id
    where batch_id = ${batch}
    order by loads.id`
}

export function pagesOfBatch(sql: Sql, batch: number): Promise<PageView[]> {
  return sql<PageView[]>`
    select pages.id, pages.position, sheet, side, half,
      (evidence is not null or trouble is not null) as examined, words is not null as read,
      left(thumbnail_blob, 8) as picture, turned,
      (evidence->>'widthPx')::float / (evidence->>'heightPx')::float as aspect,
      fate, why, heading, asks, documents.position as document
    from pages
    left join documents on documents.id = pages.document_id
    where pages.batch_id = ${batch}
    order by pages.place`
}

/** Where a batch's documents arrived. */
export async function placesOfBatch(sql: Sql, batch: number): Promise<string[]> {
  const rows = await sql<{ place: string }[]>`
    select distinct place from slips
    join documents on documents.id = document_id
    where batch_id = ${batch} and slips.state = 'delivered' and place is not null
    order by place`
  return rows.map(row => row.place)
}

export function documentsOfBatch(sql: Sql, batch: number): Promise<DocumentView[]> {
  return sql<DocumentView[]>`
    select id, position, type, state, filled_at is not null as filled, barcode->>'value' as barcode, fields, missing
    from documents
    where batch_id = ${batch}
    order by position`
}
