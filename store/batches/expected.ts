import { z } from 'zod'
import { Difference, Expected } from '../../core/ledger/expected'
import type { Sql, Tx } from '../database'
import { tell } from '../live'
import type { Queue } from '../queue'
import { rubricOfBatch } from '../setup/rubrics'
import { arrange } from './arrange'

/** What the operator counted or has a list of. */
export async function expectedOf(sql: Sql, batch: number): Promise<Expected> {
  const [row] = await sql<{ expected: unknown }[]>`select expected from batches where id = ${batch}`
  return Expected.parse(row?.expected ?? {})
}

/** Values of the operator's list that no document of the batch carries yet, in order. */
export async function awaitedValues(sql: Sql, batch: number): Promise<string[]> {
  const { values } = await expectedOf(sql, batch)
  if (values.length === 0) return []
  const found = await sql<{ value: string | null }[]>`select barcode->>'value' as value from documents where batch_id = ${batch}`
  const there = new Set(found.map(row => row.value))
  return values.filter(value => !there.has(value))
}

/** Keeps what is expected and compares it anew. False where the batch has gone on. */
export function expect(sql: Sql, queue: Queue, batch: number, expected: Expected): Promise<boolean> {
  return compared(sql, queue, batch, async tx => tx`update batches set expected = ${tx.json(expected)} where id = ${batch}`)
}

/** Keeps how many sheets a person counted for a load; null takes it back. */
export function countSheets(sql: Sql, queue: Queue, batch: number, load: number, sheets: number | null): Promise<boolean> {
  return compared(sql, queue, batch, async tx => tx`update loads set sheets_counted = ${sheets} where id = ${load} and batch_id = ${batch}`)
}

/** A person says that the differences are in order; the batch goes on, and this is kept. */
export function acceptDifferences(sql: Sql, queue: Queue, batch: number, person: string): Promise<boolean> {
  return compared(sql, queue, batch, async tx => tx`update batches set accepted = differences, accepted_by = ${person} where id = ${batch}`)
}

async function compared(sql: Sql, queue: Queue, batch: number, change: (tx: Tx) => Promise<unknown>): Promise<boolean> {
  return sql.begin(async (tx) => {
    const [row] = await tx<{ state: string }[]>`
      select state from batches where id = ${batch} and state in ('receiving', 'sorting', 'to fix', 'to index') for update`
    if (!row) return false
    await change(tx)
    if (row.state === 'to fix' || row.state === 'to index') await arrange(tx, queue, batch, await rubricOfBatch(tx, batch))
    await tell(tx, { about: 'batch', batch })
    return true
  })
}

/** Where expected and found differ, and what of it a person let pass. */
export async function differencesOf(sql: Sql, batch: number): Promise<{ differences: Difference[], accepted: string[], acceptedBy: string | null }> {
  const [row] = await sql<{ differences: unknown, accepted: unknown, name: string | null }[]>`
    select differences, accepted, people.name from batches left join people on people.id = accepted_by where batches.id = ${batch}`
  return {
    differences: z.array(Difference).parse(row?.differences ?? []),
    accepted: z.array(Difference).parse(row?.accepted ?? []).map(one => one.words),
    acceptedBy: row?.name ?? null,
  }
}
