import type { LockedBatch } from './inBatch'

/** Whether all sides of a batch are examined. Until they are, also anew after a turn, its documents are not sorted. */
export async function allExamined({ tx, id }: LockedBatch): Promise<boolean> {
  const rows = await tx`select 1 from pages where batch_id = ${id} and evidence is null and trouble is null limit 1`
  return rows.length === 0
}
