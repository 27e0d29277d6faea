import type { Actor } from '../core/model/actor'
import { json } from '../store/database'
import { inBatch, type Flow, type LockedBatch } from './inBatch'

/** Takes the code for files that are made anew; false where they were protected and none is given. */
export async function protectAgain({ tx, id }: LockedBatch, code: string | null): Promise<boolean> {
  const rows = await tx`select 1 from batches where id = ${id} and protected and not choices ? 'protect'`
  if (!rows.length) return true
  if (code === null) return false
  await tx`update batches set choices = choices || ${json(tx, { protect: code })} where id = ${id}`
  return true
}

/**
 * Opens a finished document so that pages can be added to it; once it is confirmed again, it is made and sent as its
 * next edition. What was sent before stays where it is. `busy` where it is not finished, or a delivery of it is under way;
 * `code` where its files were protected by one, which was forgotten since, and none is given.
 */
export function amendDocument(
  flow: Flow,
  actor: Actor,
  document: { id: number; batch: number },
  code: string | null = null,
): Promise<'done' | 'busy' | 'code'> {
  return inBatch(flow, actor, document.batch, async batch => {
    if (!batch.may('amend')) return 'busy'
    if (!(await protectAgain(batch, code))) return 'code'
    const [changed] = await batch.tx<{ edition: number }[]>`
      update documents
      set state = 'open', built_at = null, edition = edition + 1
      where id = ${document.id} and batch_id = ${batch.id} and state in ('indexed', 'checked', 'sent') and built_at is not null
        and not exists (select 1 from slips where document_id = ${document.id} and state = 'waiting')
      returning edition`
    if (!changed) return 'busy'
    await batch.note({ what: 'open document', document: document.id, new: { edition: changed.edition } })
    await batch.move('amend')
    return 'done'
  })
}

/**
 * Sends a filed document to where it went before, once more: its files as they are, as its next edition, with slips of its own.
 * False where it is not filed, or a delivery of it is under way.
 */
export function sendAgain(flow: Flow, actor: Actor, document: { id: number; batch: number }): Promise<boolean> {
  return inBatch(flow, actor, document.batch, async batch => {
    if (!batch.may('again')) return false
    const { tx } = batch
    const [changed] = await tx<{ edition: number }[]>`
      update documents
      set state = 'checked', edition = edition + 1
      where id = ${document.id} and batch_id = ${batch.id} and state = 'sent'
        and exists (select 1 from slips where document_id = documents.id and slips.edition = documents.edition)
      returning edition`
    if (!changed) return false
    const { edition } = changed
    await tx`
      insert into files (document_id, name, media_type, bytes, sha256, edition, format)
      select document_id, name, media_type, bytes, sha256, ${edition}, format
      from files where document_id = ${document.id} and edition = ${edition - 1}
      order by id`
    const slips = await tx<{ id: number }[]>`
      insert into slips (document_id, destination_id, folder, people, edition, formats)
      select document_id, destination_id, folder, people, ${edition}, formats
      from slips where document_id = ${document.id} and edition = ${edition - 1}
      order by id
      returning id`
    await batch.note({ what: 'send again', document: document.id, new: { edition } })
    await batch.move('again')
    for (const { id } of slips) {
      batch.slips.add(id)
      await batch.queue.send(tx, 'deliver', { slip: id })
    }
    return true
  })
}
