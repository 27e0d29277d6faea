import type { Sql } from '../database'
import { tell } from '../live'
import type { Queue } from '../queue'
import { rubricOfBatch } from '../setup/rubrics'
import { arrange } from './arrange'

/**
 * Splits a batch from its stored evidence, answers and corrections, and sends its documents on, or lands it before a person.
 * Does nothing where the batch is no longer sorting, so it may run twice.
 */
export async function splitBatch(sql: Sql, queue: Queue, batch: number): Promise<void> {
  await sql.begin(async (tx) => {
    const sorting = await tx`select 1 from batches where id = ${batch} and state = 'sorting' for update`
    if (!sorting.length) return
    await arrange(tx, queue, batch, await rubricOfBatch(tx, batch))
    await tell(tx, { about: 'batch', batch })
  })
}
