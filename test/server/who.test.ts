import { beforeAll, describe, expect, it } from 'vitest'
import { client } from '../product/client'
import { sampleBatch } from '../product/sample'
import { named, send, signedIn, subjectOf, thingsOf, type Asking, type Things } from './askRoute'
import { pathOf, routeTable } from './routeTable'

let nobody: Asking
let owner: Asking
let otherClerk: Asking
let checker: Asking
let steward: Asking
/** Things of one clerk's batch. */
const things: Things = {}

beforeAll(async () => {
  nobody = { ask: await client(), name: null }
  ;[owner, otherClerk, checker, steward] = await Promise.all([signedIn('Tamsin'), signedIn('Jowan'), signedIn('Hedra'), signedIn('Piers')])
  Object.assign(things, await thingsOf(owner.ask, await sampleBatch('Tamsin')))
})

describe('without signing in', () => {
  it.each(named(routeTable.filter(row => row.facts.may !== 'anybody')))('%s is refused', async (_, row) => {
    expect((await send(nobody, row, things)).status).toBe(401)
  })

  it.each(named(routeTable.filter(row => row.facts.may === 'anybody' && row.facts.body)))(
    '%s takes no more than a few kilobytes',
    async (_, row) => {
      expect((await nobody.ask(row.method, pathOf(row, {}), { name: 'x'.repeat(10_000) })).status).toBe(413)
    },
  )

  it('opens nothing that was not meant to be open', () => {
    expect(routeTable.filter(row => row.facts.may === 'anybody').map(row => `${row.method} ${row.path}`)).toEqual([
      'GET /api/health',
      'GET /api/health/ready',
      'GET /api/panel',
      'POST /api/panel/badge',
      'POST /api/panel/pair',
      'POST /api/panel/session',
      'GET /api/password/link',
      'POST /api/password/link',
      'POST /api/print',
      'DELETE /api/session',
      'POST /api/session',
      'GET /api/session/outside',
      'GET /api/session/outside/back',
      'GET /api/session/ways',
      'GET /api/setup',
      'POST /api/setup/steward',
      'GET /api/v1/openapi.json',
    ])
  })
})

it.each(named(routeTable.filter(row => row.facts.may === 'steward')))('%s is for stewards', async (_, row) => {
  expect((await send(owner, row, things)).status).toBe(403)
})

describe("of another clerk's batch", () => {
  it.each(named(routeTable.filter(row => subjectOf(row))))('%s is not there', async (_, row) => {
    const asked = await send(otherClerk, row, things)
    expect([asked.status, asked.words]).toEqual([404, 'There is nothing here, or it belongs to someone else.'])
  })

  it.each(named(routeTable.filter(row => subjectOf(row))))('%s knows nothing by a name that is no number', async (_, row) => {
    expect((await send(owner, row, things, 'none')).status).toBe(404)
  })
})

describe('while another person has the edit lock', () => {
  const changing = routeTable.filter(row => typeof row.facts.may === 'object' && 'change' in row.facts.may)
  beforeAll(async () => {
    expect((await checker.ask('POST', `/api/batches/${things.batch}/lock`, { over: true })).status).toBe(200)
  })

  it('there is something to change', () => {
    expect(changing.length).toBeGreaterThan(15)
  })

  it.each(named(changing))('%s is refused, in words', async (_, row) => {
    const may = row.facts.may as { act?: string }
    // Whoever owns a batch does not check it.
    const asked = await send(may.act === 'check' ? steward : owner, row, things)
    expect([asked.status, asked.words]).toEqual([409, 'Hedra works on this batch now. You can look, or take it over on the ribbon.'])
  })

  it.each(named(routeTable.filter(row => row.facts.may === 'person' && row.method !== 'GET')))(
    '%s changes nothing of a batch',
    (_, row) => {
      expect([
        '/api/addresses',
        '/api/batches',
        '/api/find/kept',
        '/api/find/kept/[id]',
        '/api/destinations/[id]/print',
        '/api/password',
        '/api/prints/[id]',
        '/api/prints/key',
        '/api/rubrics/[id]/lookup',
        '/api/second-factor',
        '/api/separators',
        '/api/session/proof',
        '/api/sessions/[id]',
        // It passes over what somebody works on.
        '/api/slips/retry',
        '/api/v1/batches',
      ]).toContain(row.path)
    },
  )
})
