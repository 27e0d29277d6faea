import type { Sql, Tx } from './database'

/** What changed: told to every process, and by the web server to every browser that may know. */
export interface Change {
  about: 'batch' | 'sent'
  batch: number
  documents?: number[]
  slips?: number[]
}

const channel = 'rubricator_changes'

// A notification holds less than 8,000 bytes.
const mostNamed = 200

/** Tells of a change when the transaction commits; what it names besides its batch is left out where it is very much. */
export async function notify(tx: Tx, { documents = [], slips = [], ...change }: Change): Promise<void> {
  const named = documents.length + slips.length <= mostNamed
  const sent = { ...change, ...(named && documents.length ? { documents } : {}), ...(named && slips.length ? { slips } : {}) }
  // Programs that are called need each of them, whatever a notification holds.
  await tx`
    with told as (
      select 'batch' as event, ${change.batch}::bigint as thing
      union all select 'document', unnest(${documents}::bigint[])
      union all select 'slip', unnest(${slips}::bigint[])
    ), calls as (
      insert into webhook_calls (webhook_id, event, thing, batch_id)
      select webhooks.id, told.event, told.thing, ${change.batch}
      from webhooks
      join told on told.event = any(webhooks.events)
      where ended_at is null
      on conflict do nothing
    )
    select pg_notify(${channel}, ${JSON.stringify(sent)})`
}

/** Calls back for each change, and once with null after every reconnection, when some may have been missed. */
export async function subscribe(sql: Sql, each: (change: Change | null) => void): Promise<() => Promise<void>> {
  const listening = await sql.listen(
    channel,
    text => each(JSON.parse(text) as Change),
    () => each(null),
  )
  return () => listening.unlisten()
}
