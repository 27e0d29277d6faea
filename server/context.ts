import type { Blobs } from '../store/blobs/blobs'
import { openBlobs } from '../store/blobs/open'
import { openDatabase, type Sql } from '../store/database'
import { Queue } from '../store/queue'
import { allowNetworks, usualNetworks } from '../reach/networks'
import { followOffice } from '../store/setup/office'
import { closePictures } from './pictures'
import { checkDatabase } from '../store/schema'
import { readStoreSettings } from '../store/settings'

/** What every route works with; opened once, at the server's start. */
export interface Store {
  sql: Sql
  queue: Queue
  blobs: Blobs
}

let opened: Store | null = null

/** Opens the queue, once the database is found to be one that this program knows. @throws {Error} */
export async function openStore(): Promise<void> {
  const { sql, queue } = store()
  await checkDatabase(sql, readStoreSettings(process.env).webConnections)
  await followOffice(sql, ({ networks }) => allowNetworks(networks ?? usualNetworks))
  await queue.start()
}

export function store(): Store {
  if (opened) return opened
  const settings = readStoreSettings(process.env)
  opened = {
    sql: openDatabase(settings.databaseUrl, settings.webConnections),
    queue: new Queue(settings.databaseUrl, 'sender'),
    blobs: openBlobs(settings.blobs),
  }
  return opened
}

export async function closeStore(): Promise<void> {
  const closing = opened
  opened = null
  closePictures()
  await closing?.blobs.dispose()
  await closing?.queue.stop()
  await closing?.sql.end({ timeout: 2 })
}
