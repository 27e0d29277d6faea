import type { Actor } from '../core/model/actor'
import { inBatch, type Flow } from './inBatch'

/**
 * Opens a finished document so that pages can be added to it; once it is confirmed again, it is made and sent as its
 * next edition. What was sent before stays where it is. False where it is not finished, or a delivery of it is under way.
 */
export function amendDocument(flow: Flow, actor: Actor, document: { id: number; batch: number }): Promise<boolean> {
  return inBatch(flow, actor, document.batch, async batch => {
    if (!batch.may('amend')) return false
    const [changed] = await batch.tx<{ edition: number }[]>`
      update documents
      set state = 'open', built_at = null, edition = edition + 1
      where id = ${document.id} and batch_id = ${batch.id} and state in ('indexed', 'checked', 'sent') and built_at is not null
        and not exists (select 1 from slips where document_id = ${document.id} and state = 'waiting')
      returning edition`
    if (!changed) return false
    await batch.note({ what: 'open document', document: document.id, new: { edition: changed.edition } })
    await batch.move('amend')
    return true
  })
}
