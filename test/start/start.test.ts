import { createServer } from 'node:net'
import { mkdtemp, rm, stat } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { loadSecrets, prepareDataFolder } from '../../run/dataFolder'
import { AppPort } from '../../run/ports'
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
  const port = await new Promise<number>(resolve =>
    server.listen(0, '127.0.0.1', () => resolve((server.address() as { port: number }).port)),
  )
  await expect(AppPort.choose(port, '127.0.0.1')).rejects.toThrow(`Port ${port} on 127.0.0.1 is taken`)
  server.close()
})

it('keeps the port that it chose from the next copy, hands it on, and takes it again for the next process', async () => {
  const [first, second] = [await AppPort.choose(null, '127.0.0.1'), await AppPort.choose(null, '127.0.0.1')]
  try {
    expect(first.number).toBeGreaterThanOrEqual(3000)
    expect(second.number).not.toBe(first.number)
    for (const _process of ['first', 'restarted']) {
      const socket = await first.hand()
      expect(socket.address()).toMatchObject({ port: first.number })
      await expect(AppPort.choose(first.number, '127.0.0.1')).rejects.toThrow('is taken')
      await new Promise(resolve => socket.close(resolve))
    }
  } finally {
    second.release()
  }
})

it('says so when the data folder cannot be made', async () => {
  await expect(prepareDataFolder('/dev/null/x')).rejects.toThrow('The data folder /dev/null/x cannot be written')
})

it('lets nobody else look into the data folder; the database user of a root start may pass through', async () => {
  await prepareDataFolder(data)
  expect((await stat(data)).mode & 0o777).toBe(process.getuid?.() === 0 ? 0o711 : 0o700)
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

it('works as a role that is no superuser, and that owns what an earlier release made as one', async () => {
  const folder = await mkdtemp(join(tmpdir(), 'rubricator-role-'))
  const before = await startPostgres(folder, 'secret')
  const earlier = openDatabase(before.url, 1)
  await migrate(earlier)
  await earlier.end()
  await before.stop()
  const database = await startPostgres(folder, 'secret', { role: { name: 'rubricator_app', password: "it's one" } })
  const sql = openDatabase(database.url, 1)
  try {
    const [who] = await sql<{ super: boolean }[]>`select rolsuper as super from pg_roles where rolname = current_user`
    expect(who).toEqual({ super: false })
    await expect(sql`create role other`).rejects.toThrow('permission denied')
    await expect(sql`copy people to program 'cat'`).rejects.toThrow('must be superuser')
    await sql`alter table people add column tried int`
    await sql`create schema more`
    await migrate(sql)
  } finally {
    await sql.end()
    await database.stop()
    await database.remove()
    await rm(folder, { recursive: true, force: true })
  }
})
