import type { Tx } from '../database'

/** How many corrections of a batch can be undone and redone. */
export async function correctionsOf(sql: Tx, batch: number): Promise<{ undo: number; redo: number }> {
  const [row] = await sql<{ undo: number; redo: number }[]>`
    select count(*) filter (where not undone)::int as undo, count(*) filter (where undone)::int as redo from corrections
      where batch_id = ${batch}`
  return row ?? { undo: 0, redo: 0 }
}
