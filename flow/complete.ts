import type { Actor } from '../core/model/actor'
import { allExamined } from './examining'
import { inBatch, type Flow, type LockedBatch } from './inBatch'

/**
 * Says that all paper of a batch is in. Files that are still taken apart are waited for. False where a device still scans, nothing
 * was handed in, or the batch is past that.
 */
export function completeBatch(flow: Flow, actor: Actor, id: number): Promise<boolean> {
  return inBatch(flow, actor, id, async batch => batch.may('complete') && !(await deviceRuns(batch)) && (await goOnOnceIn(batch)))
}

/**
 * Says that all files are in: the batch goes on at once, or else once the last of them is taken apart. Said again it
 * changes nothing. False where the batch was given up or held, or nothing was handed in.
 */
export function completeOnceIn(flow: Flow, actor: Actor, id: number): Promise<boolean> {
  return inBatch(flow, actor, id, batch =>
    batch.may('complete') ? goOnOnceIn(batch) : Promise.resolve(!['abandoned', 'held'].includes(batch.state)),
  )
}

async function goOnOnceIn(batch: LockedBatch): Promise<boolean> {
  if (await loadRuns(batch)) {
    await batch.tx`update batches set complete_asked_at = now() where id = ${batch.id}`
    await batch.note({ what: 'complete once in' })
    return true
  }
  if (!(await hasPages(batch))) return false
  await paperIsComplete(batch)
  return true
}

/** Moves a batch on of which somebody said that it is complete, once its last load is over. */
export async function completeIfAsked(batch: LockedBatch): Promise<void> {
  if (!batch.may('complete') || (await loadRuns(batch)) || !(await hasPages(batch))) return
  const asked = await batch.tx`select 1 from batches where id = ${batch.id} and complete_asked_at is not null`
  if (asked.length) await paperIsComplete(batch)
}

/** Moves a batch on whose paper is complete. */
export async function paperIsComplete(batch: LockedBatch): Promise<void> {
  await batch.move('complete')
  await batch.tx`update batches set completed_at = now(), complete_asked_at = null where id = ${batch.id}`
  await splitWhenExamined(batch)
}

/** Asks for splitting once the paper is complete and its last side examined. */
export async function splitWhenExamined(batch: LockedBatch): Promise<void> {
  if (batch.state !== 'sorting' || (await loadRuns(batch))) return
  if (await allExamined(batch)) await batch.queue.send(batch.tx, 'split', { batch: batch.id })
}

/** Sorts a batch again after a load that put pages in others' places, also where it brought nothing. */
export function sortAgain(flow: Flow, actor: Actor, id: number): Promise<void> {
  return inBatch(flow, actor, id, splitWhenExamined)
}

/** Takes back that all paper is in: more loads may join. False once a document of the batch has been sent. */
export function reopenBatch(flow: Flow, actor: Actor, id: number): Promise<boolean> {
  return inBatch(flow, actor, id, async batch => {
    const sent = await batch.tx`select 1 from documents where batch_id = ${id} and (state = 'sent' or edition > 1) limit 1`
    if (!batch.may('reopen') || sent.length) return false
    await batch.move('reopen')
    // With more documents it is another lot.
    await batch.tx`update batches set completed_at = null, complete_asked_at = null, lot = null, passed_at = null where id = ${id}`
    await batch.tx`update documents set drawn = false where batch_id = ${id}`
    return true
  })
}

/** Gives a batch up. Its sides stay on record. False where it is already sending, done or abandoned. */
export function abandonBatch(flow: Flow, actor: Actor, id: number): Promise<boolean> {
  return inBatch(flow, actor, id, async batch => {
    if (!batch.may('abandon')) return false
    await batch.move('abandon')
    await batch.tx`update loads set cancel_asked = true where batch_id = ${id} and state in ('asked', 'scanning')`
    return true
  })
}

/** Whether a load of the batch is under way. */
export async function loadRuns({ tx, id }: LockedBatch): Promise<boolean> {
  return (await tx`select 1 from loads where batch_id = ${id} and state in ('asked', 'scanning') limit 1`).length > 0
}

/** Whether a device scans for the batch. */
async function deviceRuns({ tx, id }: LockedBatch): Promise<boolean> {
  const running = await tx`select 1 from loads where batch_id = ${id} and state in ('asked', 'scanning') and kind = 'device' limit 1`
  return running.length > 0
}

async function hasPages({ tx, id }: LockedBatch): Promise<boolean> {
  return (await tx`select 1 from pages where batch_id = ${id} limit 1`).length > 0
}
