import { worker } from '../core/model/actor'
import type { Sql } from '../store/database'
import type { SlipToAsk } from '../store/slips/toAsk'
import { inBatch, type Flow } from './inBatch'

/**
 * Notes that a destination was asked, and when it is asked next: after a day, then after twice as long each time, within a month.
 * @param holds whether it said that it has it; false where it could not say
 */
export async function slipHeld({ sql }: { sql: Sql }, slip: Pick<SlipToAsk, 'id'>, holds: boolean): Promise<void> {
  await sql`
    update slips
    set held_at = case when ${holds} then now() else held_at end,
      ask_at = now() + greatest(interval '1 day', least(interval '30 days', now() - delivered_at))
    where id = ${slip.id} and state = 'delivered'`
}

/** Notes that what was delivered is no longer there: it needs a person, who may send it again. */
export function slipGone(flow: Flow, slip: SlipToAsk, destination: string): Promise<void> {
  const trouble =
    `${destination} took it and no longer holds it as it was, at ${slip.place}. Ask there who moved or changed it; ` +
    'or send it again: it then lies there once more.'
  return inBatch(
    flow,
    worker,
    slip.batch_id,
    async batch => {
      const changed = await batch.tx`
        update slips set state = 'failed', trouble = ${trouble}, ask_at = null where id = ${slip.id} and state = 'delivered' returning id`
      if (!changed.length) return
      batch.slips.add(slip.id)
      await batch.note({
        what: 'no longer held',
        document: slip.document_id,
        new: { destination: slip.destination, place: slip.place },
      })
    },
    'sent',
  )
}
