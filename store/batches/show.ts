import type { BatchDetail, LoadView } from '../../shared/views/batches'
import type { DocumentView } from '../../shared/views/documents'
import type { PageCodes, PageNote, PageView } from '../../shared/views/pages'
import type { Tx } from '../database'

type BatchView = Omit<
  BatchDetail,
  | 'loads'
  | 'pages'
  | 'documents'
  | 'totals'
  | 'corrections'
  | 'filed'
  | 'editor'
  | 'expected'
  | 'differences'
  | 'accepted'
  | 'acceptedBy'
  | 'may'
>

export async function showBatch(sql: Tx, id: number): Promise<BatchView | null> {
  const [row] = await sql<BatchView[]>`
    select batches.id, batches.name, batches.state, batches.trouble, rubrics.name as rubric, rubrics.id as "rubricId",
      rubric_version as version,
      (select max(version)::int from rubric_versions where rubric_versions.rubric_id = rubrics.id) as "newestVersion",
      people.name as owner, people.id as "ownerId",
      (select name from groups where groups.id = for_group) as "forGroup",
      handed || jsonb_build_object('by', (select name from people where people.id::text = handed->>'by')) as handed,
      whole || jsonb_build_object('by', (select name from people where people.id::text = whole->>'by')) as whole,
      batches.created_at as "createdAt",
      complete_asked_at is not null as "completeAsked",
      coalesce((select why from pages where batch_id = batches.id and asks order by page_order limit 1),
        batches.differences->0->>'words') as "waitsFor",
      coalesce(rubric_versions.body->'scan'->>'source', 'feeder') as source,
      coalesce((rubric_versions.body->'clean'->>'card')::boolean, false) as card
    from batches
    join rubrics on rubrics.id = batches.rubric_id
    join rubric_versions on rubric_versions.rubric_id = batches.rubric_id and rubric_versions.version = batches.rubric_version
    join people on people.id = batches.owner
    where batches.id = ${id}`
  return row ?? null
}

export function loadsOfBatch(sql: Tx, batch: number): Promise<LoadView[]> {
  return sql<LoadView[]>`
    select loads.id, coalesce(devices.name, case loads.kind when 'pages' then 'Pages of ' || loads.source
      else 'Files' end) as device, device_id as "deviceId", loads.kind, loads.state, cancel_asked as "cancelAsked", trouble,
      (select count(*)::int from pages where load_id = loads.id) as sides, (select count(distinct sheet)::int from pages
        where load_id = loads.id and dropped is null) as sheets, sheets_counted as counted
    from loads
    left join devices on devices.id = loads.device_id
    where batch_id = ${batch}
    order by loads.id`
}

export function pagesOfBatch(sql: Tx, batch: number): Promise<PageView[]> {
  return sql<PageView[]>`
    select pages.id, pages.position, sheet, side, half,
      (evidence is not null or pages.trouble is not null) as examined, pages.read_at is not null as read,
      left(thumbnail_blob, 8) as picture, turned,
      (evidence->>'widthPx')::float / (evidence->>'heightPx')::float as aspect,
      fate, by_hand as "byHand", jsonb_array_length(coalesce(evidence->'redactions', '[]')) as black,
      pages.dropped is not null or loads.dropped as dropped, heading, asks, documents.position as document
    from pages
    join loads on loads.id = load_id
    left join documents on documents.id = pages.document_id
    where pages.batch_id = ${batch}
    order by pages.page_order`
}

/** Where a batch's documents arrived. */
export async function placesOfBatch(sql: Tx, batch: number): Promise<string[]> {
  const rows = await sql<{ place: string }[]>`
    select distinct place from slips
    join documents on documents.id = document_id
    where batch_id = ${batch} and slips.state = 'delivered' and place is not null
    order by place`
  return rows.map(row => row.place)
}

export function documentsOfBatch(sql: Tx, batch: number): Promise<DocumentView[]> {
  return sql<DocumentView[]>`
    select id, position, type, state, filled_at is not null as filled, barcode->>'value' as barcode, fields, missing
    from documents
    where batch_id = ${batch}
    order by position`
}

/** Why a page is where it is; null where there is no such page. */
export async function noteOfPage(sql: Tx, page: number): Promise<(PageNote & { batch: number }) | null> {
  const [row] = await sql<(PageNote & { batch: number })[]>`select batch_id as batch, position, why, note,
      case when evidence is not null then jsonb_build_object('width', (evidence->>'widthPx')::float / (evidence->>'dpi')::float,
        'height', (evidence->>'heightPx')::float / (evidence->>'dpi')::float) end as inches
    from pages where id = ${page}`
  return row ?? null
}

/** What was seen on a batch's examined pages, in the order in which they were scanned. */
export function codesOfBatch(sql: Tx, batch: number, most: number): Promise<PageCodes[]> {
  return sql<PageCodes[]>`
    select id, position, side, left(thumbnail_blob, 8) as picture, (evidence->>'widthPx')::int as "widthPx",
      (evidence->>'heightPx')::int as "heightPx",
      (evidence->>'dpi')::float as dpi, (evidence->>'blank')::boolean as blank, evidence->'codes' as codes, evidence->'unread' as unread
    from pages
    where batch_id = ${batch} and evidence is not null and dropped is null
    order by position
    limit ${most}`
}
