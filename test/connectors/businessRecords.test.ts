import { createHash } from 'node:crypto'
import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { connectorNamed } from '../../connectors'
import { Refusal, type Delivery } from '../../connectors/connector'
import { lookUp } from '../../connectors/lookUp'
import { listening } from '../../standins/http'
import { fleet, soldTwice, strangerHull } from '../../standins/paper/world'
import { registerServer } from '../../standins/register/server'

let folder: string
let server: Server
let address: string
let options: Record<string, unknown>
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'rubricator-register-'))
  server = registerServer(join(folder, 'register'), 'the key')
  await new Promise<void>(resolve => server.listen(0, '127.0.0.1', resolve))
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  options = {
    address,
    key: 'the key',
    noun: 'vessel',
    shown: ['name', 'owner'],
    lookup: { path: '/vessels', parameter: 'hull', field: 'hull' },
    attach: '/vessels/{record}/documents/{document}',
  }
})
afterAll(async () => {
  server.close()
  await rm(folder, { recursive: true })
})

const open = (more: Record<string, unknown> = {}) => connectorNamed('business-records').open({ ...options, ...more })
const look = (hull: string, more: Record<string, unknown> = {}) =>
  lookUp({ connector: 'business-records', options: { ...options, ...more } }, 'vessel-register', () => hull)
const vessel = fleet[3]!
const sold = fleet[soldTwice]!

async function delivery(content: string, more: Partial<Delivery> = {}): Promise<Delivery> {
  const path = join(folder, 'file.pdf')
  await writeFile(path, content)
  return {
    id: '12',
    folder: '',
    people: [],
    files: [{ name: 'Überstand 1.pdf', path, sha256: createHash('sha256').update(content).digest('hex'), mediaType: 'application/pdf' }],
    index: { values: { hull: vessel.hull } },
    record: null,
    ...more,
  }
}

it('finds one, several or none, and says in words when the register does not answer', async () => {
  expect(await look(vessel.hull)).toMatchObject({
    chosen: vessel.id,
    records: [{ id: vessel.id, shown: [vessel.name, vessel.owner] }],
    trouble: null,
  })
  const two = await look(sold.hull)
  expect([two.records.length, two.chosen]).toEqual([2, null])
  expect(await look(strangerHull)).toMatchObject({ records: [], chosen: null, trouble: null })
  expect((await look('12')).trouble).toBe('The look-up of 12 was refused with 400: A hull number has eight digits.')
  expect((await look(vessel.hull, { key: 'wrong' })).trouble).toContain('refused our key')
  expect((await look(vessel.hull, { address: 'http://127.0.0.1:9' })).trouble).toContain('127.0.0.1:9 does not answer')
  expect((await lookUp(null, 'elsewhere', () => '1')).trouble).toContain('No destination "elsewhere"')
})

it('attaches once, under its own name, with the index values', async () => {
  const first = await open().deliver(await delivery('one'))
  expect(first).toEqual({ place: `vessel ${vessel.id}`, answer: "Überstand 1.pdf: attached; the other side's digest agrees." })
  expect((await open().deliver(await delivery('one'))).answer).toContain('was attached already')
  const list = await fetch(`${address}/vessels/${vessel.id}/documents`, { headers: { authorization: 'Bearer the key' } })
  expect(await list.json()).toMatchObject([{ id: '12', name: 'Überstand 1.pdf', bytes: 3, values: { hull: vessel.hull } }])
})

it('takes no later edition for a further file of the first', async () => {
  const [file] = (await delivery('two')).files
  const second = { ...file!, name: 'permit.txt' }
  await open().deliver(await delivery('two', { id: '30', files: [file!, second] }))
  expect((await open().deliver(await delivery('two', { id: '30-2' }))).answer).toContain(': attached;')
})

it('writes values back once the document is attached, as what the other side wants, and says what it did not take', async () => {
  const write = { path: '/vessels/{record}', values: ['lastLanding = landed', 'berth = berth', 'mail = mail'] }
  const values = { hull: vessel.hull, landed: '2026-03-31', berth: 'B 7' }
  const now = async () => (await look(vessel.hull)).records[0]!.values
  const sent = await open({ write }).deliver(await delivery('one', { id: '20', index: { values } }))
  expect(sent.answer).toContain('agrees. lastLanding, berth were written back.')
  expect(await now()).toMatchObject({ lastLanding: '2026-03-31', berth: 'B 7', mail: vessel.mail })
  expect((await open({ write }).deliver(await delivery('one', { id: '20', index: { values } }))).answer).toContain('attached already')
  await expect(
    open({ write }).deliver(await delivery('x', { id: '21', index: { values: { ...values, landed: 'Monday' } } })),
  ).rejects.toThrow(`The vessel ${vessel.id} has the document, but did not take lastLanding, berth (400): "Monday" is no lastLanding.`)
  expect(await now()).toMatchObject({ lastLanding: '2026-03-31' })
  const asNumber = { path: '/vessels/{record}', values: ['berth = berth as number'] }
  await expect(open({ write: asNumber }).deliver(await delivery('y', { id: '22', index: { values } }))).rejects.toThrow(
    '“B 7” in berth is no number',
  )
  expect(() => open({ write: { path: '/vessels/{record}', values: ['berth'] } })).toThrow()
})

it('finds records under a key of the answer, and leaves aside what is no plain value', async () => {
  const records = { total: 1, items: [{ id: 7, name: 'Grey Plover', crew: ['Ada'] }] }
  const other = createServer((_, response) => response.end(JSON.stringify(records)))
  const at = `http://127.0.0.1:${await listening(other, 0)}`
  const lookup = { path: '/boats', parameter: 'hull', field: 'hull', within: 'items' }
  expect(await look('1', { address: at, lookup })).toMatchObject({ chosen: '7', records: [{ values: { id: '7', name: 'Grey Plover' } }] })
  expect((await look('1', { address: at, lookup: { ...lookup, within: 'total' } })).trouble).toContain('no list of records')
  other.close()
})

it.each<[string, Partial<Delivery>, string]>([
  ['another content under its id', {}, 'has another content'],
  ['no such vessel', { index: { values: { hull: strangerHull } } }, `There is no vessel with hull ${strangerHull}`],
  ["two vessels and nobody's choice", { index: { values: { hull: sold.hull } } }, 'nobody chose one'],
  ['no value to look up', { index: { values: {} } }, 'has no value in "hull"'],
])('refuses for good, with what to do: %s', async (_, more, words) => {
  const refused = open().deliver(await delivery('two', more))
  await expect(refused).rejects.toBeInstanceOf(Refusal)
  await expect(refused).rejects.toThrow(words)
})

it('takes the record that a person chose, and tries again by itself while the register is closed', async () => {
  expect((await open().deliver(await delivery('two', { id: '13', record: vessel.id }))).place).toBe(`vessel ${vessel.id}`)
  await fetch(`${address}/door`, { method: 'POST', body: new URLSearchParams({ open: 'false' }) })
  const closed = open().deliver(await delivery('two', { id: '14', record: 'v041' }))
  await expect(closed).rejects.toThrow('closed for the day')
  await expect(closed).rejects.not.toBeInstanceOf(Refusal)
  await fetch(`${address}/door`, { method: 'POST', body: new URLSearchParams({ open: 'true' }) })
})

it('describes itself in OpenAPI', async () => {
  const { openapi, paths } = (await (await fetch(`${address}/openapi.json`)).json()) as { openapi: string; paths: Record<string, unknown> }
  expect(openapi).toBe('3.1.0')
  expect(Object.keys(paths)).toContain('/vessels/{vessel}/documents/{document}')
})
