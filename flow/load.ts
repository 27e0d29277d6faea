import { worker, type Actor } from '../core/model/actor'
import type { LoadRow } from '../store/batches/loads'
import { completeIfAsked } from './complete'
import { inBatch, type Flow } from './inBatch'

/** Notes the device's own name for the scan job. */
export function loadStarted(flow: Flow, load: LoadRow, remoteJob: string): Promise<void> {
  return inBatch(flow, worker, load.batch_id, async ({ tx }) => {
    await tx`update loads set state = 'scanning', remote_job = ${remoteJob} where id = ${load.id} and state = 'asked'`
  })
}

/** Says what a running load waits for; null when it goes on. */
export function loadWaits(flow: Flow, { load, batch }: { load: number; batch: number }, trouble: string | null): Promise<void> {
  return inBatch(flow, worker, batch, async ({ tx }) => {
    await tx`update loads set trouble = ${trouble} where id = ${load} and state = 'scanning'`
  })
}

/** Closes a load; sides that came stay. */
export function loadEnded(flow: Flow, load: LoadRow, state: 'ended' | 'failed' | 'cancelled', trouble: string | null): Promise<void> {
  return inBatch(flow, worker, load.batch_id, async batch => {
    const ended = await batch.tx`
      update loads set state = ${state}, trouble = ${trouble}, ended_at = now()
      where id = ${load.id} and state in ('asked', 'scanning')
      returning id`
    if (!ended.length) return
    await batch.note({ what: `load ${state}`, new: { load: load.id, ...(trouble ? { trouble } : {}) } })
    await completeIfAsked(batch)
  })
}

/** Asks a running load to stop after the side that is under way. With `drop` its sides count for nothing. */
export function cancelLoad(flow: Flow, actor: Actor, id: number, drop: boolean): Promise<boolean> {
  return inBatch(flow, actor, id, async batch => {
    const changed = await batch.tx`
      update loads set cancel_asked = true, dropped = ${drop}
      where batch_id = ${id} and state in ('asked', 'scanning')
      returning id`
    if (changed.length) await batch.note({ what: 'cancel load', new: { drop } })
    return changed.length > 0
  })
}
