import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { mkdtemp, readFile, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { text } from 'node:stream/consumers'
import { afterAll, expect, it } from 'vitest'
import { openDatabase } from '../../store/database'
import { dataFolder, running } from '../product/running'
import { until } from '../product/client'

const here = await mkdtemp(join(tmpdir(), 'rubricator-elsewhere-'))
afterAll(() => rm(here, { recursive: true }))

/** What bin/worker runs on another host: its own data folder, and the copy's database, blobs and key. */
async function workers(more: Record<string, string> = {}) {
  const { sealKey } = JSON.parse(await readFile(join(dataFolder(), 'secrets.json'), 'utf8')) as { sealKey: string }
  const env = {
    ...process.env,
    RUBRICATOR_DATA: here,
    RUBRICATOR_DATABASE_URL: running().database,
    RUBRICATOR_BLOBS: join(dataFolder(), 'blobs'),
    RUBRICATOR_SECRET_KEY: sealKey,
    RUBRICATOR_WORKERS: '1',
    ...more,
  }
  return spawn(process.execPath, ['--import', 'tsx', 'run/workers.ts'], { env })
}

it('workers of another host join a copy, and leave it', async () => {
  const sql = openDatabase(running().database, 1)
  const signs = async () => {
    const [row] = await sql<
      { count: number }[]
    >`select count(*)::int as count from worker_signs where seen_at > now() - interval '45 seconds'`
    return row!.count
  }
  const before = await signs()
  const child = await workers()
  const said = text(child.stdout)
  const ended = once(child, 'exit')
  await until(signs, count => count > before)
  child.kill('SIGTERM')
  expect((await ended)[0]).toBe(0)
  expect(await said).toContain('A worker works for')
  await sql.end()
})

it('say what they lack', async () => {
  const child = await workers({ RUBRICATOR_SECRET_KEY: 'short' })
  const errors = await text(child.stderr)
  expect(errors).toContain('RUBRICATOR_SECRET_KEY is missing or shorter than 32 characters')
  const many = await workers({ RUBRICATOR_WORKERS: '60' })
  expect(await text(many.stderr)).toMatch(/^\s*The database takes \d+ connections, \d+ are taken, and what starts here may need 900\./)
})
