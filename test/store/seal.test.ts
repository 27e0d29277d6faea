import { afterEach, expect, it, vi } from 'vitest'
import { Habits, Office } from '../../core/model/office'
import { SingleSignOn } from '../../core/model/singleSignOn'
import { reseal, sealedColumns } from '../../store/reseal'
import { checkDatabase, schemaVersion } from '../../store/schema'
import { addDestination, findDestination, sealDestinations } from '../../store/setup/destinations'
import { findMailServer, findOffice, saveOffice } from '../../store/setup/office'
import { findSingleSignOn, saveSingleSignOn } from '../../store/setup/singleSignOn'
import { addWebhook } from '../../store/setup/webhooks'
import { seal } from '../../store/seal'
import { by, ownDatabase, sql } from './harness'

ownDatabase()

const options = { host: 'mail.quay', password: 'a word for the mail server' }
afterEach(() => vi.unstubAllEnvs())

it('keeps what a destination is opened with where only the key reads it', async () => {
  await addDestination(sql, { id: 'letters', name: 'Letters', connector: 'mail', options })
  const [row] = await sql<{ text: string }[]>`select options::text as text from destinations where id = 'letters'`
  expect(row!.text).not.toContain('mail.quay')
  expect(row!.text).not.toContain('a word')
  expect((await findDestination(sql, 'letters'))!.options).toEqual(options)
  vi.stubEnv('RUBRICATOR_SECRET_KEY', 'another key that is long enough to be one')
  await expect(findDestination(sql, 'letters')).rejects.toThrow('opens with another RUBRICATOR_SECRET_KEY only')
  vi.stubEnv('RUBRICATOR_SECRET_KEY', 'short')
  await expect(findDestination(sql, 'letters')).rejects.toThrow('is missing or shorter than 32 characters')
})

it('seals what an earlier release kept in clear, once', async () => {
  await sql`insert into destinations (id, name, connector, options) values ('old', 'Old', 'mail', ${sql.json(options)})`
  expect((await findDestination(sql, 'old'))!.options).toEqual(options)
  await sealDestinations(sql)
  const read = () => sql<{ options: { sealed: string } }[]>`select options from destinations where id = 'old'`
  const [sealed] = await read()
  expect(Object.keys(sealed!.options)).toEqual(['sealed'])
  await sealDestinations(sql)
  expect((await read())[0]).toEqual(sealed)
  expect((await findDestination(sql, 'old'))!.options).toEqual(options)
})

it('is sealed with another key as a whole, wherever something sealed is kept, or not at all', async () => {
  await sql`delete from destinations where id = 'old'`
  const next = 'the next key, which is long enough as well'
  const kept = { issuer: 'https://sso.quay', clientId: 'rubricator', clientSecret: 'a word for sign-in' }
  await saveSingleSignOn(sql, SingleSignOn.parse({ label: 'Quay', ...kept }))
  await addWebhook(sql, { name: 'Told', address: 'https://told.quay', person: by.person, events: ['batch'] })
  await sql`update people set totp_secret = ${sql.json(seal('a second factor'))}, totp_pending = ${sql.json(seal('another'))}`
  await sql`insert into grants (destination_id, person, tokens, until)
    values ('letters', ${by.person}, ${sql.json(seal({ access: 'a' }))}, now())`
  const mail = { host: 'mail.quay', port: 25, secure: false, from: 'office@saltmere.example', password: 'the mail word' }
  await saveOffice(sql, Office.parse({ mail }))
  // Nothing that is sealed is left out: every column of the database that holds such a value is known.
  const columns = await sql<{ table: string; column: string }[]>`
    select table_name as table, column_name as column from information_schema.columns
    where table_schema = 'public' and data_type = 'jsonb' order by 1, 2`
  const holding: string[] = []
  for (const { table, column } of columns)
    if ((await sql`select 1 from ${sql(table)} where ${sql(column)} ? 'sealed' limit 1`).length) holding.push(`${table}.${column}`)
  expect(holding).toEqual(sealedColumns.map(one => one.join('.')).sort())

  expect(await reseal(sql, next)).toBeGreaterThanOrEqual(holding.length)
  await expect(findDestination(sql, 'letters')).rejects.toThrow('opens with another RUBRICATOR_SECRET_KEY only')
  // A value of another key: nothing is sealed anew.
  await expect(reseal(sql, 'a third key that is long enough to be one')).rejects.toThrow('opens with another')
  vi.stubEnv('RUBRICATOR_SECRET_KEY', next)
  expect((await findDestination(sql, 'letters'))!.options).toEqual(options)
  expect((await findMailServer(sql))!.password).toBe('the mail word')
  expect((await findSingleSignOn(sql))!.clientSecret).toBe('a word for sign-in')
  vi.unstubAllEnvs()
  await sql`delete from destinations`
})

it('works with the database of its own version only', async () => {
  await checkDatabase(sql, 8)
  await sql`insert into migrations (number, name) values (${schemaVersion + 1}, 'of a later release')`
  await expect(checkDatabase(sql, 8)).rejects.toThrow(`at version ${schemaVersion + 1}, this program needs ${schemaVersion}`)
  await sql`delete from migrations where number >= ${schemaVersion}`
  await expect(checkDatabase(sql, 8)).rejects.toThrow('bin/start')
})

it('knows the office’s settings without the key, and its mail password only with it', async () => {
  const mail = { host: 'mail.quay', port: 25, secure: false, from: 'office@saltmere.example', password: 'the mail word' }
  await saveOffice(sql, {
    name: 'Saltmere',
    timeZone: 'Europe/London',
    networks: null,
    secondFactor: 'nobody' as const,
    printDays: 3,
    habits: Habits.parse({}),
    mail,
  })
  expect(await findMailServer(sql)).toEqual(mail)
  vi.stubEnv('RUBRICATOR_SECRET_KEY', 'another key that is long enough to be one')
  const office = await findOffice(sql)
  expect(office).toMatchObject({ timeZone: 'Europe/London', mail: { host: 'mail.quay' }, mailPasswordKept: true })
  expect(JSON.stringify(office)).not.toContain('the mail word')
  await expect(findMailServer(sql)).rejects.toThrow('opens with another RUBRICATOR_SECRET_KEY only')
})
