import type { Sql } from '../database'

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
    select id, batch_id, device_id, kind, source, blob, replaces, joins, state, cancel_asked, remote_job, trouble from loads
      where id = ${id}`
  return row ?? null
}

export async function cancelAsked(sql: Sql, load: number): Promise<boolean> {
  const [row] = await sql<{ cancel_asked: boolean }[]>`select cancel_asked from loads where id = ${load}`
  return row?.cancel_asked ?? true
}
