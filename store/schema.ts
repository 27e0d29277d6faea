import { log } from '../log/log'
import type { Sql } from './database'

/** The version that this program works with: the number of the newest migration. */
export const schemaVersion = 51

/** Of each process beside its pool: the queue's, the one that listens, and a worker's for its lock. */
const ownConnections = 3

/** Whether this program works with this database's version. @throws {Error} in words that say what to do */
export async function checkVersion(sql: Sql): Promise<void> {
  const [there] = await sql<{ there: boolean }[]>`select to_regclass('migrations') is not null as there`
  const [row] = there!.there ? await sql<{ version: number }[]>`select coalesce(max(number), 0) as version from migrations` : []
  const version = row?.version ?? 0
  if (version !== schemaVersion)
    throw new Error(
      `The database is at version ${version}, this program needs ${schemaVersion}. ` +
        (version < schemaVersion
          ? 'Run bin/start or “rubricator migrate” first; either upgrades it.'
          : 'Start the newer Rubricator that upgraded it.'),
    )
}

/** What a database has no room for: so many connections more, in words that say what to do; null where they fit. */
export async function lackOfRoom(sql: Sql, needed: number): Promise<string | null> {
  const [room] = await sql<{ most: number; used: number }[]>`
    select current_setting('max_connections')::int - current_setting('superuser_reserved_connections')::int as most,
      (select count(*)::int from pg_stat_activity where backend_type = 'client backend') as used`
  if (room!.used + needed <= room!.most) return null
  return (
    `The database takes ${room!.most} connections, ${room!.used} are taken, and what starts here may need ${needed}. Raise its ` +
    `max_connections, run fewer workers, or lower RUBRICATOR_WORKER_CONNECTIONS or RUBRICATOR_WEB_CONNECTIONS.`
  )
}

/**
 * Whether a process can work with this database: its version, and room for its connections, of which a lack is a warning.
 * @param connections the size of its pool
 * @throws {Error} in words that say what to do
 */
export async function checkDatabase(sql: Sql, connections: number): Promise<void> {
  await checkVersion(sql)
  const lack = await lackOfRoom(sql, connections + ownConnections)
  if (lack) log.warn(lack)
}

/** How many connections so many workers may need. */
export const workersNeed = (workers: number, perWorker: number) => workers * (perWorker + ownConnections)

/** How many connections a copy needs with so many workers. */
export const connectionsNeeded = (workers: number, perWorker: number, web: number) => workersNeed(workers, perWorker) + web + ownConnections
