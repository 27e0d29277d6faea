import type { Actor } from '../core/model/actor'
import type { Expected } from '../core/ledger/expected'
import { json } from '../store/database'
import { arrange } from './arrange'
import { inBatch, type Flow, type LockedBatch } from './inBatch'

/** Keeps what is expected and compares it anew. False where the batch has gone on. */
export function expect(flow: Flow, actor: Actor, id: number, expected: Expected): Promise<boolean> {
  return compared(flow, actor, id, async batch => {
    await batch.tx`update batches set expected = ${json(batch.tx, expected)} where id = ${id}`
    await batch.note({ what: 'expect', new: expected })
  })
}

/** Keeps how many sheets a person counted for a load; null takes it back. */
export function countSheets(flow: Flow, actor: Actor, id: number, load: number, sheets: number | null): Promise<boolean> {
  return compared(flow, actor, id, async batch => {
    await batch.tx`update loads set sheets_counted = ${sheets} where id = ${load} and batch_id = ${id}`
    await batch.note({ what: 'count sheets', new: { load, sheets } })
  })
}

/** A person says that the differences are in order; the batch goes on, and this is kept. */
export function acceptDifferences(flow: Flow, actor: Actor, id: number, person: string): Promise<boolean> {
  return compared(flow, actor, id, async batch => {
    const [row] = await batch.tx<{ accepted: unknown }[]>`
      update batches set accepted = differences, accepted_by = ${person} where id = ${id} returning accepted`
    await batch.note({ what: 'accept differences', new: row?.accepted })
  })
}

function compared(flow: Flow, actor: Actor, id: number, change: (batch: LockedBatch) => Promise<void>): Promise<boolean> {
  return inBatch(flow, actor, id, async batch => {
    if (!['receiving', 'sorting', 'to fix', 'to index'].includes(batch.state)) return false
    await change(batch)
    if (batch.state === 'to fix' || batch.state === 'to index') await arrange(batch)
    return true
  })
}
