import { destinationPause } from '../core/model/deliveryPause'
import type { Queue } from '../store/queue'
import type { Sql, Tx } from '../store/database'

/**
 * Whether a delivery may go to its destination now. One that was left alone for its pause lets a single delivery through, which
 * shows whether it is back; the others wait on.
 */
export async function mayGo(sql: Sql, slip: number, destination: string): Promise<boolean> {
  const [pause] = await sql<{ until: Date | null }[]>`select until from destination_pauses where destination_id = ${destination}`
  if (!pause?.until) return true
  const [through] = await sql`
    update destination_pauses set until = now() + interval '1 minute'
    where destination_id = ${destination} and until <= now()
    returning true`
  if (through) return true
  // It may have come back between the two: then at once.
  await sql`
    update slips
    set next_try = coalesce((select until from destination_pauses where destination_id = ${destination}), now())
    where id = ${slip} and state = 'waiting'`
  return false
}

/** Has a delivery wait for a moment, behind others that do: its destination is slow, and busy with another one. */
export async function putOff(sql: Sql, slip: number): Promise<void> {
  await sql`
    update slips
    set next_try = now() + make_interval(secs => 2 + least(60, 0.05 * (
      select count(*) from slips as other
      where other.destination_id = slips.destination_id and other.state = 'waiting' and other.next_try > now())))
    where id = ${slip} and state = 'waiting'`
}

/** Notes that a delivery did not get there for a reason that lies with the destination. */
export async function destinationFailed(tx: Tx, destination: string, trouble: string): Promise<void> {
  const [row] = await tx<{ failures: number }[]>`
    insert into destination_pauses (destination_id, failures, trouble) values (${destination}, 1, ${trouble})
    on conflict (destination_id) do update set failures = destination_pauses.failures + 1, trouble = excluded.trouble
    returning failures`
  const seconds = destinationPause(row!.failures)
  await tx`update destination_pauses set until = now() + make_interval(secs => ${seconds}) where destination_id = ${destination}
    and ${seconds}::float is not null`
}

/** Notes that a destination took something: what waits for it goes on at once. */
export async function destinationTakes(tx: Tx, destination: string): Promise<void> {
  const was = await tx`delete from destination_pauses where destination_id = ${destination} returning 1`
  if (!was.length) return
  // One that fails at this very moment has its own pause: waiting for it could be for ever.
  await tx`
    update slips set next_try = greatest(now(), not_before)
    where id in (select id from slips where destination_id = ${destination} and state = 'waiting' and next_try > now()
      for update skip locked)`
}

const atOnce = 200

/** Sends deliveries on whose pause is over; any worker may. Gives how many. */
export function tryDue(sql: Sql, queue: Queue): Promise<number> {
  return sql.begin(async tx => {
    // What goes with its whole batch, once all of that is made.
    await tx`
      update slips set waits_for_batch = false, next_try = coalesce(greatest(not_before, now()), now())
      where id in (
        select slips.id
        from slips
        join documents on documents.id = document_id
        join batches on batches.id = batch_id
        where waits_for_batch and batches.state in ('sending', 'done')
          and not exists (select 1 from documents as other where other.batch_id = batches.id and other.built_at is null)
        for update of slips skip locked)`
    const due = await tx<{ id: number }[]>`
      select id from slips where state = 'waiting' and next_try <= now() order by next_try limit ${atOnce} for update skip locked`
    if (!due.length) return 0
    await tx`update slips set next_try = null where id = any(${due.map(({ id }) => id)})`
    await queue.sendAll(
      tx,
      'deliver',
      due.map(({ id }) => ({ slip: id })),
    )
    return due.length
  })
}
