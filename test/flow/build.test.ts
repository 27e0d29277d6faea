import { describe, expect, it } from 'vitest'
import { documentBuilt, type SendTo } from '../../flow/build'
import { destinationTakes, tryDue } from '../../flow/pauses'
import { ledgerOfBatch } from '../../store/batches/ledger'
import { documentsOfBatch, pagesOfBatch } from '../../store/batches/show'
import { splitBatch } from '../../flow/split'
import { completeBatch } from '../../flow/complete'
import { loadEnded } from '../../flow/load'
import { findLoad } from '../../store/batches/loads'
import { inSnapshot } from '../../store/database'
import { findDocument } from '../../store/documents/read'
import { documentToDeliver, findSlip } from '../../store/slips/toDeliver'
import { batch, blank, by, code, examineAll, fillAll, flow, jobs, load, ownDatabase, receive, sorted, sql } from '../store/harness'

ownDatabase()

const made = (sha256: string) => [{ name: 'permit.pdf', format: 'pdf' as const, mediaType: 'application/pdf', bytes: 3, sha256 }]
const sends = [{ to: 'somewhere', folder: '', people: [], files: null }]

it('gives each document its own name where two workers made them side by side, and each its files and slip once', async () => {
  await sql`
    insert into destinations (id, name, connector, options) values ('somewhere', 'S', 'network-folder', '{}')
    on conflict do nothing`
  await sorted(code('MP26-04217'), blank, code('MP26-04218'), blank)
  await fillAll()
  const documents = await Promise.all((await documentsOfBatch(sql, batch)).map(async ({ id }) => (await findDocument(sql, id))!))
  expect(documents).toHaveLength(2)
  await sql`delete from pgboss.job`
  // Each document by two workers at once, neither knowing of the others.
  await Promise.all(
    [...documents, ...documents].map((document, at) => documentBuilt(flow, document, made(String(at % 2).repeat(64)), sends)),
  )
  const files = await sql<{ name: string; document_id: number }[]>`select name, document_id from files order by name`
  expect(files.map(file => file.name)).toEqual(['permit (2).pdf', 'permit.pdf'])
  expect(new Set(files.map(file => file.document_id)).size).toBe(2)
  expect(await jobs('deliver')).toHaveLength(2)
})

it('shows a ledger that fits together while the batch is being split', async () => {
  await receive()
  await loadEnded(flow, (await findLoad(sql, load))!, 'ended', null)
  await completeBatch(flow, by, batch)
  await examineAll([code('MP26-04217')])
  await inSnapshot(sql, async tx => {
    expect(await pagesOfBatch(tx, batch)).toHaveLength(1)
    await splitBatch(flow, batch)
    expect(await ledgerOfBatch(tx, batch)).toMatchObject({ totals: { held: 1 }, documents: [] })
  })
  expect(await ledgerOfBatch(sql, batch)).toMatchObject({ totals: { kept: 1 }, documents: [{ document: 1 }] })
})

it('sends a destination the formats that the rubric names for it', async () => {
  await sql`insert into destinations (id, name, connector, options) values ('office', 'O', 'network-folder', '{}') on conflict do nothing`
  await sorted(code('MP26-04217'))
  await fillAll()
  const { id } = (await documentsOfBatch(sql, batch))[0]!
  const files = [
    { ...made('a'.repeat(64))[0]! },
    { ...made('b'.repeat(64))[0]!, name: 'permit.csv', format: 'csv' as const, mediaType: 'text/csv' },
  ]
  await documentBuilt(flow, (await findDocument(sql, id))!, files, [{ to: 'office', folder: '', people: [], files: ['csv'] }])
  const [slip] = await sql<{ id: number }[]>`select id from slips where document_id = ${id}`
  const facts = await documentToDeliver(sql, (await findSlip(sql, slip!.id))!)
  expect(facts.files.map(file => file.name)).toEqual(['permit.csv'])
})

describe('a document that does not go at once', () => {
  const at = async (send: Partial<SendTo>) => {
    await sorted(code('MP26-04217'), blank, code('MP26-04218'), blank)
    await fillAll()
    await sql`delete from pgboss.job`
    const documents = await Promise.all((await documentsOfBatch(sql, batch)).map(async ({ id }) => (await findDocument(sql, id))!))
    const build = (which: number) =>
      documentBuilt(flow, documents[which]!, made(String(which).repeat(64)), [{ ...sends[0]!, ...send }], 'Europe/London')
    const due = async () => {
      await tryDue(sql, flow.queue)
      return (await jobs('deliver')).length
    }
    return { build, due }
  }

  it('goes with its whole batch, once all of that is made', async () => {
    const { build, due } = await at({ together: true })
    await build(0)
    expect(await due()).toBe(0)
    await build(1)
    // Others may still be to fix.
    expect(await due()).toBe(0)
    await sql`update batches set state = 'sending' where id = ${batch}`
    expect(await due()).toBe(2)
  })

  it('goes at a time of the office’s day, however often its destination comes back before', async () => {
    const { build, due } = await at({ at: '18:00' })
    await build(0)
    const [slip] = await sql<{ id: number; hour: number; soon: boolean }[]>`
      select slips.id, extract(hour from next_try at time zone 'Europe/London')::int as hour,
        next_try > now() and next_try <= now() + interval '25 hours' as soon
      from slips join documents on documents.id = document_id where batch_id = ${batch}`
    expect(slip).toMatchObject({ hour: 18, soon: true })
    await sql`insert into destination_pauses (destination_id, failures, trouble) values ('somewhere', 1, 'It is down.')`
    await sql.begin(tx => destinationTakes(tx, 'somewhere'))
    expect(await due()).toBe(0)
    await sql`update slips set next_try = now() where id = ${slip!.id}`
    expect(await due()).toBe(1)
  })
})
