import type { Sql } from '../database'
import { tell } from '../live'

export interface LoadRow {
  id: number
  batch_id: number
  device_id: string | null
  kind: 'device' | 'files' | 'folder'
  /** Of files: their name and their bytes. */
  source: string | null
  blob: string | null
  /** The page in whose place its sides are put. */
  replaces: number | null
  /** The document to whose end its sides are put. */
  joins: number | null
  state: 'asked' | 'scanning' | 'ended' | 'failed' | 'cancelled'
  cancel_asked: boolean
  remote_job: string | null
  trouble: string | null
}

/** Whether a load has this scan job of a device already. */
export async function knownJob(sql: Sql, remoteJob: string): Promise<boolean> {
  return (await sql`select 1 from loads where remote_job = ${remoteJob}`).length > 0
}

export async function findLoad(sql: Sql, id: number): Promise<LoadRow | null> {
  const [row] = await sql<LoadRow[]>`
    select id, batch_id, device_id, kind, source, blob, replaces, joins, state, cancel_asked, remote_job, trouble from loads where id = ${id}`
  return row ?? null
}

/** Notes the device's own name for the scan job. */
export async function loadStarted(sql: Sql, load: LoadRow, remoteJob: string): Promise<void> {
  await sql.begin(async (tx) => {
    await tx`update loads set state = 'scanning', remote_job = ${remoteJob} where id = ${load.id} and state = 'asked'`
    await tell(tx, { about: 'batch', batch: load.batch_id })
  })
}

/** Says what a running load waits for; null when it goes on. */
export async function loadWaits(sql: Sql, { load, batch }: { load: number, batch: number }, trouble: string | null): Promise<void> {
  await sql.begin(async (tx) => {
    await tx`update loads set trouble = ${trouble} where id = ${load} and state = 'scanning'`
    await tell(tx, { about: 'batch', batch })
  })
}

/** Closes a load; sides that came stay. */
export async function loadEnded(sql: Sql, load: LoadRow, state: 'ended' | 'failed' | 'cancelled', trouble: string | null): Promise<void> {
  await sql.begin(async (tx) => {
    await tx`
      update loads set state = ${state}, trouble = ${trouble}, ended_at = now()
      where id = ${load.id} and state in ('asked', 'scanning')`
    await tell(tx, { about: 'batch', batch: load.batch_id })
  })
}

/** Asks a running load to stop after the side that is under way. With `drop` its sides count for nothing. */
export async function cancelLoad(sql: Sql, batch: number, drop: boolean): Promise<boolean> {
  const changed = await sql`
    update loads set cancel_asked = true, dropped = ${drop}
    where batch_id = ${batch} and state in ('asked', 'scanning')
    returning id`
  return changed.length > 0
}

export async function cancelAsked(sql: Sql, load: number): Promise<boolean> {
  const [row] = await sql<{ cancel_asked: boolean }[]>`select cancel_asked from loads where id = ${load}`
  return row?.cancel_asked ?? true
}
