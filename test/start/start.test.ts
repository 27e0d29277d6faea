import { createServer } from 'node:net'
import { mkdtemp, rm, stat } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { loadSecrets, prepareDataFolder } from '../../run/dataFolder'
import { appPort } from '../../run/ports'
import { startPostgres } from '../../run/postgres'
import { readSettings } from '../../run/settings'
import { openDatabase } from '../../store/database'
import { migrate } from '../../store/migrate'

let data: string
beforeAll(async () => {
  data = await mkdtemp(join(tmpdir(), 'rubricator-start-'))
})
afterAll(() => rm(data, { recursive: true, force: true }))

it('names the variable that is not sound', () => {
  expect(() => readSettings({ RUBRICATOR_PORT: 'banana' })).toThrow('RUBRICATOR_PORT is "banana", expected a whole number from 1 to 65535')
  expect(() => readSettings({ RUBRICATOR_WORKERS: '0' })).toThrow('RUBRICATOR_WORKERS is "0"')
  expect(readSettings({ RUBRICATOR_DATA: '/x' })).toMatchObject({ data: '/x', port: null, deviceSpeed: 80 })
})

it('says so when the port that was asked for is taken, and finds another when none was', async () => {
  const server = createServer()
  const port = await new Promise<number>(resolve => server.listen(0, '127.0.0.1', () => resolve((server.address() as { port: number }).port)))
  await expect(appPort(port, '127.0.0.1')).rejects.toThrow(`Port ${port} on 127.0.0.1 is taken`)
  expect(await appPort(null, '127.0.0.1')).toBeGreaterThanOrEqual(3000)
  server.close()
})

it('says so when the data folder cannot be made', async () => {
  await expect(prepareDataFolder('/dev/null/x')).rejects.toThrow('The data folder /dev/null/x cannot be written')
})

it('keeps its secrets to itself, and keeps them', async () => {
  await prepareDataFolder(data)
  const secrets = await loadSecrets(data)
  expect((await stat(join(data, 'secrets.json'))).mode & 0o777).toBe(0o600)
  expect(await loadSecrets(data)).toEqual(secrets)
})

it('starts a database of its own twice, and refuses one that is newer than the program', async () => {
  const database = await startPostgres(data, 'secret')
  const sql = openDatabase(database.url, 2)
  try {
    await migrate(sql)
    await migrate(sql)
    expect(await sql`select count(*)::int as people from people`).toEqual([{ people: 0 }])
    await sql`insert into migrations (number, name) values (999, 'from the future')`
    await expect(migrate(sql)).rejects.toThrow('The database is at version 999')
  } finally {
    await sql.end()
    await database.stop()
  }
  const again = await startPostgres(data, 'secret')
  expect(await again.alive()).toBe(true)
  await again.stop()
  expect(await again.alive()).toBe(false)
  await again.remove()
})
