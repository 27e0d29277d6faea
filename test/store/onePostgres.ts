import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { TestProject } from 'vitest/node'
import { startPostgres } from '../../run/postgres'
import { openDatabase } from '../../store/database'
import { migrate } from '../../store/migrate'
import { Queue } from '../../store/queue'

declare module 'vitest' {
  interface ProvidedContext {
    /** Address of a database in which others are made. */
    postgres: string
    /** Name of the migrated one that they are copied from. */
    template: string
  }
}

/** One PostgreSQL for all files of tests, with a migrated database that each of them copies. */
export default async function onePostgres(project: TestProject): Promise<() => Promise<void>> {
  const data = await mkdtemp(join(tmpdir(), 'rubricator-postgres-'))
  const database = await startPostgres(data, 'secret')
  const template = 'rubricator_template'
  const admin = openDatabase(database.url, 1)
  await admin`create database ${admin(template)}`
  await admin.end()
  const url = database.url.replace(/[^/]+$/, template)
  const sql = openDatabase(url, 1)
  await migrate(sql)
  const queue = new Queue(url, 'sender')
  await queue.start()
  await queue.stop()
  await sql.end()
  project.provide('postgres', database.url)
  project.provide('template', template)
  return async () => {
    await database.stop()
    await database.remove()
    await rm(data, { recursive: true, force: true })
  }
}
