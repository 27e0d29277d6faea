import type { Blobs } from '../store/blobs/blobs'
import { openBlobs } from '../store/blobs/open'
import { openDatabase, type Sql } from '../store/database'
import { Queue } from '../store/queue'
import { readStoreSettings } from '../store/settings'

/** What every route works with; opened once, at the server's start. */
export interface Store { sql: Sql, queue: Queue, blobs: Blobs }

let opened: Store | null = null

export function store(): Store {
  if (opened) return opened
  const settings = readStoreSettings(process.env)
  opened = { sql: openDatabase(settings.databaseUrl, 10), queue: new Queue(settings.databaseUrl, 'sender'), blobs: openBlobs(settings.blobs) }
  return opened
}

export async function closeStore(): Promise<void> {
  const closing = opened
  opened = null
  await closing?.blobs.dispose()
  await closing?.queue.stop()
  await closing?.sql.end({ timeout: 2 })
}
