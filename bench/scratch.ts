import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { startPostgres } from '../run/postgres'
import { openDatabase, type Sql, type Tx } from '../store/database'
import { migrate } from '../store/migrate'

/** Work on a database of its own, which is gone afterwards. */
export async function onScratch(connections: number, work: (sql: Sql) => Promise<void>): Promise<void> {
  const data = await mkdtemp(join(tmpdir(), 'rubricator-scratch-'))
  const database = await startPostgres(data, 'secret')
  const sql = openDatabase(database.url, connections)
  try {
    await migrate(sql)
    await work(sql)
  } finally {
    await sql.end()
    await database.stop()
    await database.remove()
    await rm(data, { recursive: true, force: true })
  }
}

/** Twenty clerks. */
export const makeClerks = (tx: Tx) =>
  tx`insert into people (name, password_hash, roles) select 'Clerk ' || n, 'x', array['clerk'] from generate_series(1, 20) as n`

/** Twenty clerks and twelve rubrics; what is written by hand then is not checked. */
export async function makeOffice(tx: Tx): Promise<void> {
  await tx`set local session_replication_role = replica`
  await makeClerks(tx)
  await tx`insert into rubrics (name) select 'Rubric ' || n from generate_series(1, 12) as n`
  await tx`insert into rubric_versions (rubric_id, version, body) select id, 1, '{ "types": [] }' from rubrics`
}
