import type { z } from 'zod'
import { expect, it } from 'vitest'
import { Random } from '../../standins/paper/random'
import { fromSchema } from '../fuzz/fromSchema'
import { client, program, type Client } from '../product/client'
import { sampleBatch } from '../product/sample'
import { fromBase, subjectOf, thingsOf, uuid } from './askRoute'
import { pathOf, routeTable, type TableRow } from './routeTable'

// Every route asked at random, by everybody: `RUBRICATOR_FUZZ_SECONDS=1200 RUBRICATOR_FUZZ_SEED=3 bin/test test/server/random.test.ts`
// for twenty minutes. No route fails over what it is sent, and (heldToAnswer) none answers what it does not say.

const seconds = Number(process.env.RUBRICATOR_FUZZ_SECONDS ?? 10)
const random = new Random(Number(process.env.RUBRICATOR_FUZZ_SEED ?? 1))
/** A copy of its own, which nothing else is tried on: stewards may change it, and devices scan. */
const alone = seconds > 60
const names = [null, 'Tamsin', 'Jowan', 'Hedra', 'Piers']

// These wait for changes, or end what asks.
const waits = ['/api/live', '/api/v1/events']
const ends = ['/api/session', '/api/sessions/[id]', '/api/sessions/waiting', '/api/panel/session', '/api/session/outside', '/api/password']
const rows = routeTable.filter(
  row => !waits.includes(row.path) && (row.method === 'GET' || (!ends.includes(row.path) && (alone || row.facts.may !== 'steward'))),
)

const queryOf = (row: TableRow, known: readonly (string | number)[]) => {
  const asked = row.facts.query ? fromSchema(row.facts.query as z.ZodType, known, random) : null
  if (typeof asked !== 'object' || asked === null) return ''
  const spelt = (value: unknown) => (random.chance(0.05) ? '%' : encodeURIComponent(String(value).toWellFormed()))
  const parts = Object.entries(asked).flatMap(([key, value]) =>
    (Array.isArray(value) ? value : [value]).map(one => `${encodeURIComponent(key.toWellFormed())}=${spelt(one)}`),
  )
  return `?${parts.join('&')}`
}

it(
  'no route fails over anything that it is sent',
  async () => {
    const asking = new Map<string | null, Client>()
    for (const name of names) asking.set(name, await client(name ?? undefined))
    const batch = await sampleBatch('Tamsin')
    const { device, ...things } = await thingsOf(asking.get('Tamsin')!, batch)
    const known = [...Object.values(things), batch, uuid, 'Tamsin', 'vessel-register', 'permit', ...(alone ? [device!] : [])]
    const statuses = new Map<number, number>()
    const failed: string[] = []
    for (const end = Date.now() + seconds * 1000; Date.now() < end;) {
      const row = random.pick(rows)
      const name = random.pick(names)
      const id = random.chance(0.6) ? (things[subjectOf(row) ?? ''] ?? uuid) : random.pick([...known, '-1', 'none', '%', '9'.repeat(30)])
      const path = pathOf(row, { id, version: random.whole(-1, 3), name: 'a.pdf' }) + queryOf(row, known)
      const body = row.method === 'GET' ? undefined : row.facts.body ? fromSchema(row.facts.body as z.ZodType, known, random) : {}
      const ask = row.facts.scope === undefined ? asking.get(name)! : program(name ?? '', name === null ? 'no token' : undefined)
      const { status } = await ask(row.method, row.facts.scope === undefined ? path : fromBase(path), body)
      statuses.set(status, (statuses.get(status) ?? 0) + 1)
      if (status === 401 && name) asking.set(name, await client(name).catch(() => asking.get(name)!))
      // What another machine does not answer (502), or the store does not have (503: the file that tests add), is said.
      if (status >= 500 && ![502, 503].includes(status))
        failed.push(`${name} ${row.method} ${path} ${JSON.stringify(body ?? null).slice(0, 1000)}: ${status}`)
    }
    console.log(`asked at random: ${[...statuses].map(([status, count]) => `${count} times ${status}`).join(', ')}`)
    expect(failed).toEqual([])
    expect((await asking.get(null)!('GET', '/api/health')).status).toBe(200)
  },
  (seconds + 60) * 1000,
)
