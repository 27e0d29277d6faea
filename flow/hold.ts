import { worker, type Actor } from '../core/model/actor'
import { splitWhenExamined } from './complete'
import { inBatch, type Flow, type LockedBatch } from './inBatch'

/** Holds a batch whose work failed for good, with what went wrong, until a person has it tried again. */
export function holdBatch(flow: Flow, id: number, why: string): Promise<void> {
  return inBatch(flow, worker, id, async batch => {
    if (batch.may('hold')) await batch.move('hold', undefined, why)
  })
}

/** Lets a held batch go on: every step that is not done is asked for again. False where it is not held. */
export function resumeBatch(flow: Flow, actor: Actor, id: number): Promise<boolean> {
  return inBatch(flow, actor, id, async batch => {
    if (!batch.may('resume')) return false
    const { tx, queue } = batch
    await batch.move('resume', await stateToResume(batch))
    const pages = await tx<{ id: number }[]>`select id from pages where batch_id = ${id} and evidence is null and trouble is null`
    await queue.sendAll(
      tx,
      'examine',
      pages.map(page => ({ page: page.id })),
    )
    const documents = await tx<{ id: number; step: 'read' | 'fill' | 'build' }[]>`
      select id, case when filled_at is not null then 'build' when read_at is not null then 'fill' else 'read' end as step
      from documents
      where batch_id = ${id} and (filled_at is null or (state <> 'open' and built_at is null))`
    await queue.sendDocuments(tx, documents)
    if (!documents.length) await splitWhenExamined(batch)
    return true
  })
}

async function stateToResume({ tx, id }: LockedBatch): Promise<'receiving' | 'sorting' | 'to index' | 'sending'> {
  const [row] = await tx<{ complete: boolean; documents: number; unfilled: number; open: number }[]>`
    select completed_at is not null as complete,
      (select count(*)::int from documents where batch_id = batches.id) as documents,
      (select count(*)::int from documents where batch_id = batches.id and filled_at is null) as unfilled,
      (select count(*)::int from documents where batch_id = batches.id and state = 'open') as open
    from batches where id = ${id}`
  const { complete, documents, unfilled, open } = row!
  if (!complete) return 'receiving'
  if (documents === 0 || unfilled > 0) return 'sorting'
  return open > 0 ? 'to index' : 'sending'
}
