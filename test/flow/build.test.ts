import { expect, it } from 'vitest'
import { documentBuilt } from '../../flow/build'
import { ledgerOfBatch } from '../../store/batches/ledger'
import { documentsOfBatch, pagesOfBatch } from '../../store/batches/show'
import { splitBatch } from '../../flow/split'
import { completeBatch } from '../../flow/complete'
import { loadEnded } from '../../flow/load'
import { findLoad } from '../../store/batches/loads'
import { inSnapshot } from '../../store/database'
import { findDocument } from '../../store/documents/read'
import { documentToDeliver, findSlip } from '../../store/slips/toDeliver'
import { batch, by, blank, code, examineAll, fillAll, flow, jobs, load, receive, sorted, sql } from '../store/harness'

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
