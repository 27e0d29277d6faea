import { SMTPServer } from 'smtp-server'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { PasswordLinkView, PersonView } from '../../shared/views/people'
import type { OfficeView } from '../../shared/views/setUp'
import { openDatabase, type Sql } from '../../store/database'
import { client, until, type Client } from '../product/client'
import { running } from '../product/running'
import { sampleBatch } from '../product/sample'

let steward: Client
let nobody: Client
let sql: Sql
/** A mail server that keeps what it is sent. */
const mails: string[] = []
const server = new SMTPServer({
  authOptional: true,
  disabledCommands: ['STARTTLS', 'AUTH'],
  onData(stream, _, done) {
    let text = ''
    stream.on('data', (part: Buffer) => (text += part.toString()))
    stream.on('end', () => {
      // Lines that were wrapped are joined again (RFC 2045, 6.7).
      mails.push(text.replace(/=\r\n/g, '').replaceAll('=3D', '='))
      done()
    })
  },
})
const port = () => (server.server.address() as { port: number }).port

beforeAll(async () => {
  await new Promise<void>(resolve => server.listen(0, '127.0.0.1', () => resolve()))
  ;[steward, nobody] = await Promise.all([client('Piers'), client()])
  sql = openDatabase(running().database, 2)
})
afterAll(async () => {
  await sql`delete from office`
  await sql.end()
  await new Promise<void>(resolve => server.close(() => resolve()))
})

const people = async () => (await steward<PersonView[]>('GET', '/api/people')).body
const named = async (name: string) => (await people()).find(one => one.name === name)!
const add = (name: string, more: Record<string, unknown> = {}) =>
  steward<PasswordLinkView & { id: string; message: string }>('POST', '/api/people', { name, mail: null, roles: ['clerk'], ...more })
const openOf = (link: string | null) => new URL(link!).searchParams.get('link')!
const words = (answer: { body: unknown }) => (answer.body as { message: string }).message
const signIn = async (name: string, password: string) => {
  const ask = await client()
  return { ask, status: (await ask('POST', '/api/session', { name, password })).status }
}

describe('a person', () => {
  it('is added with a link, which takes a good password once', async () => {
    const { status, body } = await add('Loveday')
    expect([status, body.mailed]).toEqual([201, null])
    const link = openOf(body.link)
    expect((await nobody('GET', `/api/password/link?link=${link}`)).body).toEqual({ name: 'Loveday' })
    const set = (password: string) => nobody('POST', '/api/password/link', { link, password })
    for (const [password, why] of [
      ['elevenchars', 'at least 12 characters'],
      ['password123456', 'most common'],
      ['ababababababab', 'repeats too few'],
      ['Loveday123456', 'not the name of its person'],
    ])
      expect(words(await set(password!)), password).toContain(why)
    expect((await signIn('Loveday', 'three plain words')).status).toBe(401)
    expect((await set('three plain words')).status).toBe(200)
    expect((await signIn('loveday', 'three plain words')).status).toBe(200)
    expect(words(await set('three other words'))).toContain('This link was used')
    expect((await nobody('GET', `/api/password/link?link=${link}`)).status).toBe(404)
    expect(words(await add('LOVEDAY'))).toContain('There is a person of the name')
  })

  it('has one link that works, the newest, for three days', async () => {
    const { body } = await add('Gerens')
    const newer = (await steward<PasswordLinkView>('POST', `/api/people/${body.id}/link`)).body
    expect((await nobody('GET', `/api/password/link?link=${openOf(body.link)}`)).status).toBe(404)
    await sql`update password_links set made_at = now() - interval '73 hours' where person = ${body.id}`
    expect((await nobody('GET', `/api/password/link?link=${openOf(newer.link)}`)).status).toBe(404)
  })

  it('changes the password by the old one, and is signed out elsewhere', async () => {
    const [here, there] = [await signIn('Loveday', 'three plain words'), await signIn('Loveday', 'three plain words')]
    const change = (old: string) => here.ask('PUT', '/api/password', { old, password: 'four more plain words' })
    expect(words(await change('a guess of somebody'))).toContain('not your password of now')
    expect((await change('three plain words')).status).toBe(200)
    expect([(await here.ask('GET', '/api/session')).status, (await there.ask('GET', '/api/session')).status]).toEqual([200, 401])
    expect((await signIn('Loveday', 'three plain words')).status).toBe(401)
  })

  it('who is let in no more is out at once, everywhere, with their programs, and can come back', async () => {
    const { ask } = await signIn('Loveday', 'four more plain words')
    const { id, name, mail, roles } = await named('Loveday')
    const { token } = (await steward<{ token: string }>('POST', '/api/tokens', { name: 'Import', person: 'Loveday', scopes: ['read'] }))
      .body
    const program = async () => (await fetch(`${running().api.base}/documents`, { headers: { authorization: `Bearer ${token}` } })).status
    expect(await program()).toBe(200)
    const allow = (active: boolean) => steward('PUT', `/api/people/${id}`, { name, mail, roles, active })
    expect((await allow(false)).status).toBe(200)
    expect((await ask('GET', '/api/session')).status).toBe(401)
    expect([await program(), (await signIn('Loveday', 'four more plain words')).status]).toEqual([401, 401])
    expect((await steward('POST', `/api/people/${id}/link`)).status).toBe(404)
    expect(await named('Loveday')).toMatchObject({ active: false })
    await allow(true)
    expect([await program(), (await signIn('Loveday', 'four more plain words')).status]).toEqual([401, 200])
  })

  it('gets a PIN that is told once and a badge that nobody else has', async () => {
    const [one, other] = [await named('Loveday'), await named('Gerens')]
    const { pin } = (await steward<{ pin: string }>('POST', `/api/people/${one.id}/pin`)).body
    expect(pin).toMatch(/^\d{6}$/)
    expect((await steward('PUT', `/api/people/${one.id}/badge`, { badge: '04A1B2C3' })).status).toBe(200)
    expect(words(await steward('PUT', `/api/people/${other.id}/badge`, { badge: '04a1b2c3' }))).toContain('Another person has this badge')
    expect(await named('Loveday')).toMatchObject({ hasPin: true, hasBadge: true })
    await steward('PUT', `/api/people/${one.id}/badge`, { badge: null })
    expect((await steward('PUT', `/api/people/${other.id}/badge`, { badge: '04a1b2c3' })).status).toBe(200)
  })

  it('stays a steward where there is no other', async () => {
    const { id, name, mail } = await named('Piers')
    for (const to of [
      { roles: ['clerk'], active: true },
      { roles: ['steward'], active: false },
    ])
      expect(words(await steward('PUT', `/api/people/${id}`, { name, mail, ...to }))).toContain('Somebody must stay a steward')
    expect(await named('Piers')).toMatchObject({ active: true, roles: ['steward'] })
  })
})

describe('what stewards change', () => {
  it('wants the password again after ten minutes without such a change', async () => {
    const own = await client('Piers')
    const age = (minutes: number) => sql`update sessions set proved_at = now() - make_interval(mins => ${minutes})
      where person = (select id from people where name = 'Piers')`
    const change = () => own<{ message: string; data?: unknown }>('PUT', '/api/office', { name: 'Saltmere', timeZone: 'Europe/London' })
    await age(9)
    expect((await change()).status).toBe(200)
    await age(11)
    expect((await own('GET', '/api/office')).status).toBe(200)
    expect(await change()).toMatchObject({ status: 403, body: { data: { proof: true } } })
    expect(words(await own('POST', '/api/session/proof', { password: 'a guess' }))).toContain('not your password')
    expect((await change()).status).toBe(403)
    expect((await own('POST', '/api/session/proof', { password: running().person('Piers').password })).status).toBe(200)
    expect((await change()).status).toBe(200)
    // Everybody else's sessions of that name too.
    await steward('POST', '/api/session/proof', { password: running().person('Piers').password })
  })
})

describe('the office', () => {
  const mail = () => ({ host: '127.0.0.1', port: port(), secure: false, from: 'office@saltmere.example' })
  const save = (more: Record<string, unknown>) => steward('PUT', '/api/office', { name: 'Saltmere', timeZone: 'Europe/London', ...more })

  it('has a time zone, networks and a mail server, whose password never comes back', async () => {
    expect((await save({ timeZone: 'Saltmere/Quay' })).status).toBe(400)
    expect(words(await save({ networks: ['10.0.0.0'] }))).toContain('“10.0.0.0” is no network')
    await save({ networks: ['127.0.0.0/8'], mail: { ...mail(), user: 'office', password: 'the mail word' } })
    const { body } = await steward<OfficeView>('GET', '/api/office')
    expect(body).toMatchObject({ timeZone: 'Europe/London', networks: ['127.0.0.0/8'], mail: { user: 'office' }, mailPasswordKept: true })
    expect(JSON.stringify(body)).not.toContain('the mail word')
    const [row] = await sql<{ text: string }[]>`select row_to_json(office)::text as text from office`
    expect(row!.text).not.toContain('the mail word')
    expect(words(await save({ mail: { ...mail(), host: 'localhost', user: 'office' } }))).toContain('This is another mail server.')
    const kept = async () => (await steward<OfficeView>('GET', '/api/office')).body.mailPasswordKept
    await save({ mail: { ...mail(), host: 'localhost' } })
    expect(await kept()).toBe(false)
    await save({ mail: { ...mail(), user: 'office', password: 'the mail word' } })
    await save({ mail: { ...mail(), user: 'office' } })
    expect((await steward<OfficeView>('GET', '/api/office')).body).toMatchObject({ mailPasswordKept: true, networks: null })
    expect((await steward('GET', '/api/session')).body).toMatchObject({ timeZone: 'Europe/London' })
  })

  it('refuses devices outside its networks, and takes them once they are allowed', async () => {
    await save({ networks: ['10.0.0.0/8'] })
    const device = { name: 'Outside', address: running().standins['office-device'] }
    await until(
      () => steward('POST', '/api/devices', device),
      answer => words(answer).includes('lies outside the networks that this office allows (10.0.0.0/8)'),
    )
    await save({ networks: null })
    await until(
      () => steward('GET', '/api/devices'),
      answer => JSON.stringify(answer.body).includes('"status":{'),
    )
  })

  it('mails links, notices, and warnings of sign-ins that fail, each to its person', async () => {
    await save({ mail: mail() })
    const { body } = await add('Kerra', { mail: 'kerra@saltmere.example' })
    expect(body).toMatchObject({ mailed: 'kerra@saltmere.example', link: null })
    const link = /link=([\w-]{43})/.exec(mails.at(-1)!)![1]!
    expect((await nobody('POST', '/api/password/link', { link, password: 'five plain words here' })).status).toBe(200)
    expect((await steward('POST', '/api/office/notice', { to: 'piers@saltmere.example' })).status).toBe(200)
    expect(mails.at(-1)).toContain('To: piers@saltmere.example')
    const before = mails.length
    for (let failure = 1; failure <= 12; failure++) await signIn('Kerra', 'a guess')
    await until(
      () => Promise.resolve(mails.length),
      count => count > before,
    )
    expect(mails.slice(before).map(text => /^Subject: (.*)\r$/m.exec(text)?.[1])).toEqual(['Sign-ins under your name failed'])
    expect(mails.at(-1)).toContain('To: kerra@saltmere.example')
    await sql`delete from sign_in_tries`
  })

  it('mails whoever gets a batch from somebody, with the word why', async () => {
    await save({ mail: mail() })
    const { body } = await add('Merryn', { mail: 'merryn@saltmere.example' })
    const batch = await sampleBatch('Tamsin')
    const before = mails.length
    const tamsin = await client('Tamsin')
    const given = await tamsin('POST', `/api/batches/${batch}/hand-over`, { person: body.id, why: 'Away until Thursday' })
    expect(given.status).toBe(200)
    await until(
      () => Promise.resolve(mails.slice(before)),
      arrived => arrived.some(text => /^Subject: .* is yours now\r$/m.test(text)),
    )
    expect(mails.at(-1)).toContain('To: merryn@saltmere.example')
    expect(mails.at(-1)).toContain('Tamsin handed it over to you: Away until Thursday')
  })
})
