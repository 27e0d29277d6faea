import type { JSONValue } from 'postgres'
import { afterAll, beforeAll, expect, it } from 'vitest'
import type { DestinationView } from '../../shared/views/setUp'
import { openDatabase, type Sql } from '../../store/database'
import { Browser } from '../product/browser'
import { client, type Client } from '../product/client'
import { running } from '../product/running'

// A destination that lets this program in by a steward's sign-in: the demo's provider and its cloud, over their protocols.
const { app, database } = running()
const at = '/api/destinations/cloud-by-sign-in'
let piers: Client
let browser: Browser
let sql: Sql
beforeAll(async () => {
  piers = await client('Piers')
  browser = new Browser()
  await browser.signInHere('Piers')
  sql = openDatabase(database, 1)
})
afterAll(() => sql.end())

const show = async () => (await piers<DestinationView>('GET', at)).body
const check = async () => {
  const { status, body } = await piers<{ answer?: string; message?: string }>('POST', `${at}/check`)
  return [status, body.answer ?? body.message]
}
const lies = [200, 'A small file was stored, read back and taken away again.']
const leave = async () => (await browser.change<{ url: string }>('POST', `${at}/sign-in`)).url
const signIn = async () => browser.goAs('hedra', await leave())
const kept = async () => (await sql<{ tokens: { sealed: string } }[]>`select tokens from grants`).map(row => row.tokens.sealed)

it('lets in once somebody signed in there, asks for the next token by itself, and forgets when it is told', async () => {
  expect(await check()).toEqual([502, expect.stringContaining('Nobody has signed in at') as string])
  expect(await show()).toMatchObject({ signsIn: true, signedIn: null, secretsKept: ['clientSecret'] })
  expect((await signIn()).search).toBe('?signedIn=cloud-by-sign-in&as=done')
  expect((await show()).signedIn).toMatchObject({ by: 'Piers' })
  expect(await check()).toEqual(lies)

  // Each refresh token serves once there: what was given with the last one is what asks for the next.
  const seen = new Set(await kept())
  for (let turn = 0; turn < 2; turn++) {
    await sql`update grants set until = now()`
    expect(await Promise.all([check(), check()])).toEqual([lies, lies])
    for (const tokens of await kept()) seen.add(tokens)
  }
  expect(seen.size).toBe(3)

  expect((await piers('DELETE', `${at}/sign-in`)).status).toBe(200)
  expect((await piers('DELETE', `${at}/sign-in`)).status).toBe(404)
  expect((await check())[1]).toContain('Nobody has signed in')
})

it('takes no code that this browser did not ask for, none twice, and none for another destination', async () => {
  expect((await browser.go(`${app}${at}/back?code=abc&state=def`)).url).toContain('as=late')
  const state = new URL(await leave()).searchParams.get('state')!
  expect((await browser.go(`${app}/api/destinations/cloud-folder/back?code=abc&state=${state}`)).url).toContain('as=late')
  // What was taken along served once.
  expect((await browser.go(`${app}${at}/back?code=abc&state=${state}`)).url).toContain('as=late')
  const again = new URL(await leave()).searchParams.get('state')!
  expect((await browser.go(`${app}${at}/back?error=access_denied&state=${again}`)).url).toContain('as=refused')
  const wrong = new URL(await leave()).searchParams.get('state')!
  expect((await browser.go(`${app}${at}/back?code=abc&state=${wrong}`)).url).toContain('as=failed')
  expect((await show()).signedIn).toBeNull()
  expect((await piers('POST', '/api/destinations/cloud-folder/sign-in')).status).toBe(422)
})

it('shows what a sign-in gave to nobody else: another address there, and it is gone', async () => {
  await signIn()
  const { name, options } = await show()
  const put = (more: object) => piers('PUT', at, { name, options: { ...options, ...more } })
  expect((await put({ scope: 'files offline_access' })).status).toBe(200)
  expect((await show()).signedIn).toMatchObject({ by: 'Piers' })
  const [was] = await sql<{ options: JSONValue }[]>`select options from destinations where id = 'cloud-by-sign-in'`
  // The client's secret goes there no more than what was given.
  expect((await put({ tokenAddress: 'http://127.0.0.1:9/token' })).status).toBe(422)
  expect((await put({ tokenAddress: 'http://127.0.0.1:9/token', clientSecret: 'another' })).status).toBe(200)
  expect((await show()).signedIn).toBeNull()
  await sql`update destinations set options = ${sql.json(was!.options)} where id = 'cloud-by-sign-in'`
})
