import type { BatchState } from '../../core/model/batchState'
import { Lot } from '../../core/model/verdict'
import type { Tx } from '../database'

/** A batch with its draw; null where nothing was drawn. */
export async function lotOf(sql: Tx, batch: number): Promise<{ name: string; state: BatchState; lot: Lot | null }> {
  const [row] = await sql<{ name: string; state: BatchState; lot: unknown }[]>`select name, state, lot from batches where id = ${batch}`
  return { ...row!, lot: row?.lot ? Lot.parse(row.lot) : null }
}
