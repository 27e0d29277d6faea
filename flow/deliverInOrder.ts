import type { Queue } from '../store/queue'
import type { Sql } from '../store/database'
import type { SlipToDeliver } from '../store/slips/toDeliver'

/** After so long whoever waits looks again by itself: whoever was before it may have been taken back meanwhile. */
const lookAgain = '1 minute'

/**
 * Whether something that was filed earlier is still on its way to the same destination, which wants things in order; then this one is
 * put off. What waits for its batch or for its hour is not on its way.
 */
export async function waitsItsTurn(sql: Sql, { id, destination_id: destination }: SlipToDeliver): Promise<boolean> {
  const putOff = await sql`
    update slips set next_try = now() + ${lookAgain}::interval
    where id = ${id} and state = 'waiting' and exists (
      select 1 from slips as earlier
      where earlier.destination_id = ${destination} and earlier.state = 'waiting' and earlier.id < ${id}
        and not earlier.waits_for_batch and coalesce(earlier.not_before, now()) <= now())
    returning 1`
  return putOff.length > 0
}

/** Sends the first of those that wait for their turn on its way; one that is tried again after a pause keeps the others waiting. */
export async function nextInTurn(sql: Sql, queue: Queue, destination: string): Promise<void> {
  await sql.begin(async tx => {
    const [next] = await tx<{ id: number; attempts: number }[]>`
      select id, attempts from slips
      where destination_id = ${destination} and state = 'waiting' and not waits_for_batch and coalesce(not_before, now()) <= now()
      order by id
      limit 1
      for update skip locked`
    if (!next || next.attempts > 0) return
    await tx`update slips set next_try = null where id = ${next.id}`
    await queue.send(tx, 'deliver', { slip: next.id })
  })
}
