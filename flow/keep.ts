import { worker, type PersonActing } from '../core/model/actor'
import { json } from '../store/database'
import { batchesToForget } from '../store/batches/toForget'
import { inBatch, type Flow, type LockedBatch } from './inBatch'

/**
 * Lets go of what was scanned where something is black on it, once all is filed and the rubric does not keep it. Pages of one
 * file go with each other.
 */
export async function dropBlackened(batch: LockedBatch): Promise<void> {
  const { tx, id } = batch
  if ((await batch.rubric()).redact?.keepOriginal) return
  const gone = await tx<{ digest: string }[]>`
    update pages set digest = blob, blob = null
    where batch_id = ${id} and blob in (select blob from pages where batch_id = ${id} and evidence ? 'redactions')
    returning digest`
  await dropLoads(batch)
  if (gone.length) await batch.note({ what: 'remove originals', new: { sides: gone.length } })
}

/** Pictures for reading go once all is filed: whoever reads such a page again reads the one that is kept. */
export const dropReadings = ({ tx, id }: LockedBatch) =>
  tx`update pages set reading_blob = null where batch_id = ${id} and reading_blob is not null`

/** A load's file goes with the last of its sides. */
const dropLoads = ({ tx, id }: LockedBatch) => tx`
  update loads set digest = blob, blob = null
  where batch_id = ${id} and blob is not null and exists (select 1 from pages where load_id = loads.id and digest is not null)
    and not exists (select 1 from pages where load_id = loads.id and blob is not null)`

/**
 * Lets go of bytes whose days are over, by the batch's rubric: of sides that are in no document, of all sides of a batch that was
 * given up, and of what was scanned for documents that all arrived. Gives how many sides it was.
 */
export async function forgetOldBytes(flow: Flow): Promise<number> {
  let sides = 0
  for (const id of await batchesToForget(flow.sql)) sides += await inBatch(flow, worker, id, forgetIn)
  return sides
}

async function forgetIn(batch: LockedBatch): Promise<number> {
  const { tx, id } = batch
  const { keep } = await batch.rubric()
  const [over] = await tx<{ days: number }[]>`
    select extract(epoch from now() - ended_at) / 86400 as days
    from batches
    where id = ${id} and ended_at is not null and whole is null and not exists (select 1 from slips
      join documents on documents.id = document_id where batch_id = ${id} and slips.state <> 'delivered')`
  const past = (days: number | undefined) => over !== undefined && days !== undefined && over.days >= days
  const aside = past(keep?.setAsideDays)
    ? await tx`
        update pages
        set digest = coalesce(blob, digest), blob = null, page_blob = null, thumbnail_blob = null,
          reading_blob = null
        where batch_id = ${id} and coalesce(blob, page_blob, thumbnail_blob) is not null
          and (${batch.state} = 'abandoned' or document_id is null)
        returning id`
    : []
  const originals = past(keep?.originalDays)
    ? await tx`update pages set digest = blob, blob = null where batch_id = ${id} and blob is not null returning id`
    : []
  await dropLoads(batch)
  const counts = { aside: aside.length, originals: originals.length }
  if (counts.aside + counts.originals) await batch.note({ what: 'let bytes go', new: counts })
  return counts.aside + counts.originals
}

/** Has a batch kept whole, whatever its rubric says, or takes that back. @param why null takes it back */
export function keepWhole(flow: Flow, actor: PersonActing, id: number, why: string | null): Promise<void> {
  return inBatch(flow, actor, id, async batch => {
    const { tx } = batch
    const whole = why === null ? null : json(tx, { by: actor.person, why, at: new Date().toISOString() })
    await tx`update batches set whole = ${whole} where id = ${id}`
    await batch.note({ what: why === null ? 'keep as the rubric says' : 'keep whole', new: why === null ? null : { why } })
  })
}
