import type { Sql } from '../database'
import { tell } from '../live'

/**
 * Opens a finished document so that pages can be added to it; once it is confirmed again, it is made and sent as its
 * next edition. What was sent before stays where it is. False where it is not finished, or a delivery of it is under way.
 */
export async function amendDocument(sql: Sql, document: { id: number, batch: number }): Promise<boolean> {
  return sql.begin(async (tx) => {
    const open = await tx`select 1 from batches where id = ${document.batch} and state in ('to index', 'sending', 'done') for update`
    if (!open.length) return false
    const changed = await tx`
      update documents
      set state = 'open', built_at = null, edition = edition + 1
      where id = ${document.id} and state in ('indexed', 'checked', 'sent') and built_at is not null
        and not exists (select 1 from slips where document_id = ${document.id} and state = 'waiting')
      returning id`
    if (!changed.length) return false
    await tx`update batches set state = 'to index' where id = ${document.batch}`
    await tell(tx, { about: 'batch', batch: document.batch })
    return true
  })
}
