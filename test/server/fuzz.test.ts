import { beforeAll, expect, it } from 'vitest'
import { client } from '../product/client'
import { sampleBatch } from '../product/sample'
import { bodyOf, named, send, signedIn, thingsOf, type Asking, type Things } from './askRoute'
import { pathOf, routeTable, type TableRow } from './routeTable'

// What no person types and any program may send, at each place of each route (random.test.ts sends it at random): none fails over it.
const halfPair = 'half a pair \ud800'
const strange: unknown[] = [null, '', 1e308, {}, 'nul\u0000byte', halfPair, 'x'.repeat(20_000), Array.from({ length: 5000 }, () => 1)]

let owner: Asking
const things: Things = {}
beforeAll(async () => {
  owner = await signedIn('Tamsin')
  Object.assign(things, await thingsOf(owner.ask, await sampleBatch('Tamsin')))
})

// What ends a session or waits for changes would end this test.
const quiet = (row: TableRow) => !['/api/session', '/api/live', '/api/v1/events'].includes(row.path)
const expectAnswer = (status: number, what: string) => expect(status < 500 || status === 502, `${what} gave ${status}`).toBe(true)

it.each(named(routeTable.filter(row => row.method !== 'GET' && quiet(row) && bodyOf(row, {}))))(
  '%s takes no strange body',
  async (_, row) => {
    const sound = bodyOf(row, things)
    if (typeof sound !== 'object' || sound === null || sound instanceof Uint8Array) return
    for (const value of strange) {
      for (const key of Object.keys(sound)) {
        const { status } = await send(owner, row, things, null, { ...sound, [key]: value })
        expectAnswer(status, `${key}: ${JSON.stringify(value).slice(0, 60)}`)
        // As JSON it would not be kept, as text it would come back as something else.
        if (value === halfPair) expect(status, key).toBeGreaterThanOrEqual(400)
      }
      expectAnswer((await send(owner, row, things, null, value)).status, JSON.stringify(value).slice(0, 60))
    }
  },
)

const asked = routeTable.filter(row => row.method === 'GET' && quiet(row))
it.each(named(asked))('%s takes no strange path or query', async (_, row) => {
  const nobody = await client()
  for (const id of ['none', '-1', '9'.repeat(40), '%00', '..%2f..', '1e3']) {
    expectAnswer((await owner.ask('GET', pathOf(row, { id }).replaceAll('%25', '%'))).status, id)
    expectAnswer((await nobody('GET', pathOf(row, { id }))).status, id)
  }
  const shape = (row.facts as { query?: { shape?: Record<string, unknown> } }).query?.shape ?? {}
  for (const key of Object.keys(shape)) {
    for (const value of ['', '-1', '9'.repeat(40), 'nul%00', '%', '[]', 'x'.repeat(3000), '2026-02-31', '%27)--']) {
      const { status } = await owner.ask('GET', `${pathOf(row, things)}?${key}=${value}`)
      expectAnswer(status, `${key}=${value.slice(0, 40)}`)
    }
  }
})
