import { TOTP } from 'otpauth'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { PasswordLinkView, SignedIn } from '../../shared/views/people'
import type { OfficeView } from '../../shared/views/setUp'
import { openDatabase } from '../../store/database'
import { client, type Client } from '../product/client'
import { running } from '../product/running'

const sql = openDatabase(running().database, 1)
const password = 'three plain words'
let steward: Client
beforeAll(async () => {
  steward = await client('Piers')
})
afterAll(async () => {
  await sql`update office set settings = settings || '{"secondFactor":"nobody"}'`
  await sql.end()
})

async function addPerson(name: string, roles: string[]): Promise<string> {
  const { body } = await steward<PasswordLinkView & { id: string }>('POST', '/api/people', { name, mail: null, roles })
  const link = new URL(body.link!).searchParams.get('link')
  expect((await (await client())('POST', '/api/password/link', { link, password })).status).toBe(200)
  return body.id
}
const signIn = async (name: string, code?: string) => {
  const ask = await client()
  return {
    ask,
    ...(await ask<SignedIn & { message: string; data?: { code: boolean } }>('POST', '/api/session', {
      name,
      password,
      ...(code ? { code } : {}),
    })),
  }
}
/** The code of a secret, some steps of 30 seconds from now: each counts once. */
const codeOf = (secret: string, steps = 0) => new TOTP({ secret }).generate({ timestamp: Date.now() + steps * 30_000 })
async function enrol(ask: Client): Promise<string> {
  const { secret } = (await ask<{ secret: string }>('POST', '/api/second-factor')).body
  expect((await ask('PUT', '/api/second-factor', { code: codeOf(secret) })).status).toBe(200)
  return secret
}

describe('a second factor', () => {
  it('counts once a code of it was shown, is asked for with the password, and takes each code once', async () => {
    await addPerson('Elowen', ['clerk'])
    const { ask } = await signIn('Elowen')
    const offered = await ask<{ secret: string; picture: string }>('POST', '/api/second-factor')
    expect(offered.body.picture).toMatch(/^<svg /)
    const { secret } = offered.body
    const wrong = codeOf(secret) === '000000' ? '000001' : '000000'
    expect((await ask('PUT', '/api/second-factor', { code: wrong })).status).toBe(422)
    expect((await signIn('Elowen')).status).toBe(200)
    expect((await ask('PUT', '/api/second-factor', { code: codeOf(secret) })).status).toBe(200)
    const without = await signIn('Elowen')
    expect([without.status, without.body.data]).toEqual([401, { code: true }])
    expect((await signIn('Elowen', wrong)).status).toBe(401)
    // The one with which it was confirmed counts no more.
    const code = codeOf(secret, 1)
    const shown = await signIn('Elowen', code)
    expect([shown.status, shown.body.secondFactor]).toEqual([200, 'shown'])
    expect((await signIn('Elowen', code)).body.message).toContain('was used before')
    const [kept] = await sql<{ totp_secret: unknown }[]>`select totp_secret from people where name = 'Elowen'`
    expect(JSON.stringify(kept!.totp_secret)).not.toContain(secret)
  })

  it('is asked of stewards where the office says so, and taken away for whoever lost it', async () => {
    const id = await addPerson('Kerensa', ['steward'])
    const kerensa = (await signIn('Kerensa')).ask
    const piers = await enrol(steward)
    const {
      mailPasswordKept: _,
      usualNetworks: __,
      ...office
    } = (await steward<OfficeView & Record<string, unknown>>('GET', '/api/office')).body
    expect((await steward('PUT', '/api/office', { ...office, secondFactor: 'stewards' })).status).toBe(200)
    expect((await kerensa<SignedIn>('GET', '/api/session')).body.secondFactor).toBe('missing')
    const refused = await kerensa<{ message: string }>('GET', '/api/people')
    expect([refused.status, refused.body.message]).toEqual([403, expect.stringContaining('asks a second factor of you')])
    await enrol(kerensa)
    expect((await kerensa('GET', '/api/people')).status).toBe(200)
    expect((await steward('DELETE', `/api/people/${id}/second-factor`)).status).toBe(200)
    expect((await kerensa('GET', '/api/people')).status).toBe(403)
    expect((await signIn('Kerensa')).status).toBe(200)
    expect(piers).toHaveLength(32)
    expect((await steward('DELETE', '/api/second-factor')).status).toBe(200)
  })
})
