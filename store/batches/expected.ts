import { z } from 'zod'
import { Difference, Expected } from '../../core/ledger/expected'
import type { Tx } from '../database'

/** What the operator counted or has a list of. */
export async function expectedOf(sql: Tx, batch: number): Promise<Expected> {
  const [row] = await sql<{ expected: unknown }[]>`select expected from batches where id = ${batch}`
  return Expected.parse(row?.expected ?? {})
}

/** Values of the operator's list that no document of the batch carries yet, in order. */
export async function awaitedValues(sql: Tx, batch: number): Promise<string[]> {
  const { values } = await expectedOf(sql, batch)
  if (values.length === 0) return []
  const found = await sql<{ value: string | null }[]>`select barcode->>'value' as value from documents where batch_id = ${batch}`
  const there = new Set(found.map(row => row.value))
  return values.filter(value => !there.has(value))
}

/** Where expected and found differ, and what of it a person let pass. */
export async function differencesOf(
  sql: Tx,
  batch: number,
): Promise<{ differences: Difference[]; accepted: string[]; acceptedBy: string | null }> {
  const [row] = await sql<{ differences: unknown; accepted: unknown; name: string | null }[]>`
    select differences, accepted, people.name from batches left join people on people.id = accepted_by where batches.id = ${batch}`
  return {
    differences: z.array(Difference).parse(row?.differences ?? []),
    accepted: z
      .array(Difference)
      .parse(row?.accepted ?? [])
      .map(one => one.words),
    acceptedBy: row?.name ?? null,
  }
}
