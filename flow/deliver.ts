import { worker, type Actor } from '../core/model/actor'
import { deliveryHours, pauseAfter } from '../core/model/deliveryPause'
import type { SlipToDeliver } from '../store/slips/toDeliver'
import { inBatch, type Flow, type LockedBatch } from './inBatch'
import { dropBlackened, dropReadings } from './keep'
import { destinationFailed, destinationTakes } from './pauses'

/** Notes an arrival, with what the other side answered. */
export function slipDelivered(flow: Flow, slip: SlipToDeliver, place: string, answer: string): Promise<void> {
  return inBatch(
    flow,
    worker,
    slip.batch_id,
    async batch => {
      const changed = await batch.tx`
      update slips
      set state = 'delivered', place = ${place}, answer = ${answer}, trouble = null, attempts = attempts + 1, delivered_at = now(),
        next_try = null, held_at = null, ask_at = now() + interval '1 day'
      where id = ${slip.id} and state <> 'delivered'
      returning id`
      batch.slips.add(slip.id)
      await destinationTakes(batch.tx, slip.destination_id)
      if (changed.length)
        await batch.note({ what: 'deliver', document: slip.document_id, new: { destination: slip.destination_id, place } })
      await documentSent(batch, slip.document_id)
    },
    'sent',
  )
}

/**
 * Notes a delivery that did not arrive; `person` says that somebody must act first. Else it is tried again by itself after a pause
 * that grows, for a day.
 */
export function slipRefused(flow: Flow, slip: SlipToDeliver, trouble: string, person: boolean): Promise<void> {
  return inBatch(
    flow,
    worker,
    slip.batch_id,
    async batch => {
      const { tx } = batch
      const [row] = await tx<{ attempts: number; over: boolean }[]>`
        update slips set trouble = ${trouble}, attempts = attempts + 1
        where id = ${slip.id} and state = 'waiting'
        returning attempts, tried_since < now() - make_interval(hours => ${deliveryHours}) as over`
      if (!row) return
      const last = person || row.over
      await tx`update slips set state = ${last ? 'failed' : 'waiting'},
        next_try = ${last ? null : tx`now() + make_interval(secs => ${pauseAfter(row.attempts)})`} where id = ${slip.id}`
      batch.slips.add(slip.id)
      if (!person) await destinationFailed(tx, slip.destination_id, trouble)
      if (last) await batch.note({ what: 'deliver failed', document: slip.document_id, new: { destination: slip.destination_id, trouble } })
    },
    'sent',
  )
}

/** Tries a failed delivery again. False where it has not failed. */
export function retrySlip(flow: Flow, actor: Actor, slip: SlipToDeliver): Promise<boolean> {
  return inBatch(
    flow,
    actor,
    slip.batch_id,
    async batch => {
      const changed = await batch.tx`update slips set state = 'waiting', tried_since = now(), next_try = null
        where id = ${slip.id} and state = 'failed' returning id`
      if (!changed.length) return false
      batch.slips.add(slip.id)
      await batch.note({ what: 'deliver again', document: slip.document_id, new: { destination: slip.destination_id } })
      await batch.queue.send(batch.tx, 'deliver', { slip: slip.id })
      return true
    },
    'sent',
  )
}

/**
 * A document is sent once no slip waits; a batch is done once all its documents are sent, and the code that opens its
 * files is then forgotten.
 */
export async function documentSent(batch: LockedBatch, document: number): Promise<void> {
  const { tx, id } = batch
  await tx`
    update documents set state = 'sent'
    where id = ${document}
      and not exists (select 1 from slips where document_id = ${document} and state <> 'delivered')`
  const left = await tx`select 1 from documents where batch_id = ${id} and state <> 'sent' limit 1`
  if (!batch.may('finish') || left.length) return
  await batch.move('finish')
  await dropBlackened(batch)
  await dropReadings(batch)
  await tx`update batches set protected = protected or choices ? 'protect', choices = choices - 'protect' where id = ${id}`
}
