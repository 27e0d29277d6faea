import type { Sql, Tx } from '../database'
import { tell } from '../live'
import type { Queue } from '../queue'

/** Says that all paper is in. False where the batch is not receiving, a load still runs, or nothing was scanned. */
export async function completeBatch(sql: Sql, queue: Queue, batch: number): Promise<boolean> {
  return sql.begin(async (tx) => {
    await tx`select 1 from batches where id = ${batch} for update`
    const changed = await tx`
      update batches
      set state = 'sorting', completed_at = now()
      where id = ${batch} and state = 'receiving'
        and not exists (select 1 from loads where batch_id = ${batch} and state in ('asked', 'scanning'))
        and exists (select 1 from pages where batch_id = ${batch})
      returning id`
    if (!changed.length) return false
    await splitWhenExamined(tx, queue, batch)
    await tell(tx, { about: 'batch', batch })
    return true
  })
}

/** Asks for splitting once the paper is complete and its last side examined. The batch's row must be locked. */
export async function splitWhenExamined(tx: Tx, queue: Queue, batch: number): Promise<void> {
  const ready = await tx`
    select 1 from batches
    where id = ${batch} and state = 'sorting'
      and not exists (select 1 from loads where batch_id = ${batch} and state in ('asked', 'scanning'))
      and not exists (select 1 from pages where batch_id = ${batch} and evidence is null and trouble is null)`
  if (ready.length) await queue.send(tx, 'split', { batch })
}

/** Sorts a batch again after a load that put pages in others' places, also where it brought nothing. */
export async function sortAgain(sql: Sql, queue: Queue, batch: number): Promise<void> {
  await sql.begin(async (tx) => {
    await tx`select 1 from batches where id = ${batch} for update`
    await splitWhenExamined(tx, queue, batch)
  })
}

/** Takes back that all paper is in: more loads may join. False once a document of the batch has been sent. */
export async function reopenBatch(sql: Sql, batch: number): Promise<boolean> {
  return sql.begin(async (tx) => {
    await tx`select 1 from batches where id = ${batch} for update`
    const changed = await tx`
      update batches
      set state = 'receiving', completed_at = null
      where id = ${batch} and state in ('sorting', 'to fix', 'to index', 'sending')
        and not exists (select 1 from documents where batch_id = ${batch} and (state = 'sent' or edition > 1))
      returning id`
    await tell(tx, { about: 'batch', batch })
    return changed.length > 0
  })
}

/** Gives a batch up. Its sides stay on record. False where it is already sending, done or abandoned. */
export async function abandonBatch(sql: Sql, batch: number): Promise<boolean> {
  return sql.begin(async (tx) => {
    const changed = await tx`
      update batches set state = 'abandoned'
      where id = ${batch} and state in ('receiving', 'sorting', 'to fix', 'to index')
      returning id`
    await tx`update loads set cancel_asked = true where batch_id = ${batch} and state in ('asked', 'scanning')`
    await tell(tx, { about: 'batch', batch })
    return changed.length > 0
  })
}
