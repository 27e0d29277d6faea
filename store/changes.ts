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
  await tx`select pg_notify(${channel}, ${JSON.stringify(sent)})`
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
