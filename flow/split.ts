import { worker } from '../core/model/actor'
import { arrange } from './arrange'
import { inBatch, type Flow } from './inBatch'

/**
 * Splits a batch from its stored evidence, answers and corrections, and sends its documents on, or lands it before a person.
 * Does nothing where the batch is no longer sorting, so it may run twice.
 */
export function splitBatch(flow: Flow, id: number): Promise<void> {
  return inBatch(flow, worker, id, async batch => {
    if (batch.state === 'sorting') await arrange(batch)
  })
}
