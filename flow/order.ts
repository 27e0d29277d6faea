import type { Actor } from '../core/model/actor'
import { inBatch, type Flow, type LockedBatch } from './inBatch'

/**
 * Keeps the order of files that are about to be sent: it is that in which they were chosen, whichever arrives first.
 * An upload that is known keeps its place.
 */
export function beginUploads(flow: Flow, actor: Actor, id: number, uploads: readonly string[]): Promise<void> {
  return inBatch(flow, actor, id, async ({ tx }) => {
    for (const upload of uploads) await tx`insert into begun_uploads (batch_id, upload) values (${id}, ${upload}) on conflict do nothing`
  })
}

/** Where an upload stands among the loads of its batch; null where it was not announced. */
export async function placeOfUpload({ tx, id }: LockedBatch, upload: string): Promise<number | null> {
  const [row] = await tx<{ began: number }[]>`select began from begun_uploads where batch_id = ${id} and upload = ${upload}`
  return row?.began ?? null
}

/**
 * Numbers sides, sheets and the ribbon by the order in which the loads were begun, where a load that was begun later has
 * sides already. Sides that stand in another's place, or at a document's end, come behind.
 * @param paired sheets go over successive loads, so they keep their numbers
 */
export async function keepOrderOf({ tx, id }: LockedBatch, load: number, paired: boolean): Promise<void> {
  const later = await tx`
    select 1
    from loads as own
    join loads as other on other.batch_id = own.batch_id and other.began > own.began and other.replaces is null and other.joins is null
    where own.id = ${load} and own.replaces is null and own.joins is null
      and exists (select 1 from pages where load_id = other.id)
    limit 1`
  if (!later.length) return
  await tx`
    with begun as (
      select pages.id, pages.load_side, pages.sheet, loads.began, loads.replaces is not null or loads.joins is not null as aimed
      from pages
      join loads on loads.id = load_id
      where pages.batch_id = ${id}
    ), numbered as (
      select id, row_number() over (order by aimed, began, load_side) as position, dense_rank() over (order by aimed, began, sheet) as sheet
      from begun
    ), wanted as (
      select numbered.id, numbered.position, case when ${paired} then pages.sheet else numbered.sheet end as sheet
      from numbered
      join pages using (id)
    )
    update pages set position = wanted.position, page_order = wanted.position, sheet = wanted.sheet
    from wanted
    where pages.id = wanted.id
      and (pages.position, pages.page_order, pages.sheet) is distinct from (wanted.position, wanted.position, wanted.sheet)`
}
