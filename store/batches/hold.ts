import type { Sql } from '../database'
import { tell } from '../live'
import type { Queue } from '../queue'
import { splitWhenExamined } from './complete'

/** Holds a batch whose work failed for good, with what went wrong, until a person has it tried again. */
export async function holdBatch(sql: Sql, batch: number, trouble: string): Promise<void> {
  await sql.begin(async (tx) => {
    await tx`update batches set state = 'held', trouble = ${trouble} where id = ${batch} and state in ('receiving', 'sorting', 'to index', 'sending')`
    await tell(tx, { about: 'batch', batch })
  })
}

/** Lets a held batch go on: every step that is not done is asked for again. False where it is not held. */
export async function resumeBatch(sql: Sql, queue: Queue, batch: number): Promise<boolean> {
  return sql.begin(async (tx) => {
    const held = await tx`select 1 from batches where id = ${batch} and state = 'held' for update`
    if (!held.length) return false
    await tx`
      update batches
      set trouble = null, state = case
        when completed_at is null then 'receiving'
        when not exists (select 1 from documents where batch_id = ${batch})
          or exists (select 1 from documents where batch_id = ${batch} and filled_at is null) then 'sorting'
        when exists (select 1 from documents where batch_id = ${batch} and state = 'open') then 'to index'
        else 'sending' end
      where id = ${batch}`
    const pages = await tx<{ id: number }[]>`select id from pages where batch_id = ${batch} and evidence is null and trouble is null`
    await queue.sendAll(tx, 'examine', pages.map(page => ({ page: page.id })))
    const documents = await tx<{ id: number, step: 'read' | 'fill' | 'build' }[]>`
      select id, case when filled_at is not null then 'build' when read_at is not null then 'fill' else 'read' end as step
      from documents
      where batch_id = ${batch} and (filled_at is null or (state <> 'open' and built_at is null))`
    await queue.sendDocuments(tx, documents)
    if (!documents.length) await splitWhenExamined(tx, queue, batch)
    await tell(tx, { about: 'batch', batch })
    return true
  })
}
