import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { text } from 'node:stream/consumers'
import { afterAll, beforeAll, beforeEach, expect, it } from 'vitest'
import { signature } from '../../connectors/hook'
import { holdBatch } from '../../flow/hold'
import { addWebhook, endWebhook, listWebhooks } from '../../store/setup/webhooks'
import { tellPrograms } from '../../worker/webhooks'
import { batch, code, flow, ownDatabase, owner, sorted, sql } from '../store/harness'

ownDatabase()

let server: Server
let status = 200
const heard: { key: string; signature: string; moment: string; body: string }[] = []
beforeAll(async () => {
  server = createServer((request, response) => {
    void text(request).then(body => {
      const header = (name: string) => String(request.headers[name])
      if (status === 200)
        heard.push({
          body,
          key: header('idempotency-key'),
          moment: header('rubricator-moment'),
          signature: header('rubricator-signature'),
        })
      response.writeHead(status).end()
    })
  })
  await new Promise<void>(done => server.listen(0, '127.0.0.1', done))
})
afterAll(() => void server.close())

let secret: string
let hook: string
beforeEach(async () => {
  await sql`delete from webhooks`
  status = 200
  heard.length = 0
  const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}/changed`
  ;({ secret, id: hook } = await addWebhook(sql, { name: 'Case files', address, person: owner, events: ['batch', 'document'] }))
})
const told = () => heard.map(({ body }) => JSON.parse(body) as { event: string; id: number; batch: number })
const due = () => sql`update webhooks set next_try = now()`

it('tells of what changed, once each, signed, and in order', async () => {
  await sorted(code('MP26-04217'))
  expect(await tellPrograms(sql)).toBeGreaterThan(0)
  expect(told().every(call => call.batch === batch)).toBe(true)
  expect(told().filter(call => call.event === 'batch')).toEqual([expect.objectContaining({ id: batch })])
  const [first] = heard
  expect(first!.signature).toBe(signature(secret, first!.moment, first!.body))
  expect(new Set(heard.map(({ key }) => key)).size).toBe(heard.length)
  expect(await tellPrograms(sql)).toBe(0)
})

it('waits with all that follows while the program fails, tries again with the same keys, and gives up after a day', async () => {
  await sorted(code('MP26-04217'))
  status = 503
  expect(await tellPrograms(sql)).toBe(0)
  expect((await listWebhooks(sql))[0]!.trouble).toMatch(/^127\.0\.0\.1:\d+ answered 503\. Ask whoever keeps that program\.$/)
  // Its pause is not over.
  status = 200
  expect(await tellPrograms(sql)).toBe(0)
  await due()
  expect(await tellPrograms(sql)).toBeGreaterThan(0)
  expect((await listWebhooks(sql))[0]).toMatchObject({ trouble: null, waiting: 0, givenUp: 0 })

  await holdBatch(flow, batch, 'Held by the test.')
  await sql`update webhook_calls set at = now() - interval '25 hours'`
  status = 503
  await due()
  await tellPrograms(sql)
  expect((await listWebhooks(sql))[0]).toMatchObject({ waiting: 0, givenUp: 1 })
})

it('says nothing of what its person may not see, and nothing once it was ended', async () => {
  const [other] = await sql<{ id: string }[]>`
    insert into people (name, password_hash, roles) values ('Somebody else', 'none', '{clerk}') returning id`
  await sql`update webhooks set person = ${other!.id}`
  await sorted(code('MP26-04217'))
  expect(await tellPrograms(sql)).toBe(0)
  expect(heard).toEqual([])
  expect(await endWebhook(sql, hook)).toBe(true)
  await sorted(code('MP26-04218'))
  expect((await sql`select 1 from webhook_calls`).length).toBe(0)
  expect(await endWebhook(sql, hook)).toBe(false)
})
