import type { Sql, Tx } from './database'

/** What changed: told to every process, and by the web server to every browser that may know. */
export interface Change { about: 'batch' | 'sent', batch: number }

const channel = 'rubricator_changes'

/** Tells of a change when the transaction commits. */
export async function notify(tx: Tx, change: Change): Promise<void> {
  await tx`select pg_notify(${channel}, ${JSON.stringify(change)})`
}

/** Calls back for each change, and once with null after every reconnection, when some may have been missed. */
export async function subscribe(sql: Sql, each: (change: Change | null) => void): Promise<() => Promise<void>> {
  const { unlisten } = await sql.listen(channel, text => each(JSON.parse(text) as Change), () => each(null))
  return unlisten
}
