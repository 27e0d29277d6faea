import { describe, expect, it } from 'vitest'
import { amendDocument } from '../../flow/amend'
import { documentBuilt } from '../../flow/build'
import { slipDelivered } from '../../flow/deliver'
import { pageExamined } from '../../flow/examine'
import { enterFields } from '../../flow/fill'
import { loadEnded } from '../../flow/load'
import { splitBatch } from '../../flow/split'
import { addLoad } from '../../flow/start'
import { ledgerOfBatch } from '../../store/batches/ledger'
import { findLoad } from '../../store/batches/loads'
import { documentsOfBatch, pagesOfBatch, showBatch } from '../../store/batches/show'
import { findDocument } from '../../store/documents/read'
import { pageToExamine } from '../../store/pages/toExamine'
import { listSlips } from '../../store/slips/list'
import { findSlip } from '../../store/slips/toDeliver'
import {
  batch,
  blank,
  blob,
  by,
  code,
  device,
  examined,
  fillAll,
  flow,
  jobs,
  load,
  ownDatabase,
  owner,
  receive,
  sorted,
  sql,
  useLoad,
} from './harness'

ownDatabase()

describe('a finished document', () => {
  it('is opened for more pages, which stand at its end, and is sent as its next edition', async () => {
    await sorted(code('MP26-04217'), blank, code('MP26-04218'), blank)
    await fillAll()
    const finish = async (id: number) => {
      const document = async () => (await findDocument(sql, id))!
      await enterFields(flow, by, await document(), { fields: {}, confirm: true })
      await documentBuilt(
        flow,
        await document(),
        [{ name: `${id}.pdf`, format: 'pdf' as const, mediaType: 'application/pdf', bytes: 1, sha256: blob }],
        [{ to: 'somewhere', folder: '', people: [], files: null }],
      )
    }
    const deliver = async () => {
      for (const { slip } of (await jobs('deliver')) as { slip: number }[])
        await slipDelivered(flow, (await findSlip(sql, slip))!, '/a.pdf', 'taken')
    }
    const [first, second] = (await documentsOfBatch(sql, batch)).map(document => document.id) as [number, number]
    expect(await amendDocument(flow, by, { id: first, batch })).toBe('busy')
    for (const id of [first, second]) await finish(id)
    expect(await amendDocument(flow, by, { id: first, batch })).toBe('busy')
    await deliver()
    expect((await showBatch(sql, batch))!.state).toBe('done')
    expect(await amendDocument(flow, by, { id: first, batch })).toBe('done')

    expect(await addLoad(flow, by, batch, device, { replaces: null, joins: second })).toBe(false)
    expect(await addLoad(flow, by, batch, device, { replaces: null, joins: first })).toBe(true)
    await useLoad()
    // Confirming it now would send it without what is on its way.
    const tooEarly = async () => enterFields(flow, by, (await findDocument(sql, first))!, { fields: {}, confirm: true })
    expect(await tooEarly()).toContain('on their way')
    await receive(1, { joins: first })
    await loadEnded(flow, (await findLoad(sql, load))!, 'ended', null)
    expect(await tooEarly()).toContain('on their way')
    const added = (await pagesOfBatch(sql, batch)).find(page => !page.examined)!
    await pageExamined(flow, (await pageToExamine(sql, added.id))!, examined(code('MP26-09999')))
    await splitBatch(flow, batch)
    expect((await pagesOfBatch(sql, batch)).map(page => `${page.position}${page.fate?.[0]}${page.document ?? ''}`).join(' ')).toBe(
      '1k1 5k1 2b 3k2 4b',
    )
    expect((await documentsOfBatch(sql, batch)).map(document => [document.id, document.state])).toEqual([
      [first, 'open'],
      [second, 'sent'],
    ])

    await fillAll()
    await sql`delete from pgboss.job`
    await finish(first)
    expect(await jobs('deliver')).toHaveLength(1)
    await deliver()
    expect((await sql`select edition, state from slips where document_id = ${first} order by edition`).map(row => ({ ...row }))).toEqual([
      { edition: 1, state: 'delivered' },
      { edition: 2, state: 'delivered' },
    ])
    expect((await showBatch(sql, batch))!.state).toBe('done')
    expect((await ledgerOfBatch(sql, batch)).documents[0]!.files).toHaveLength(1)
    // Each slip shows the file that it brought: the later edition's is another.
    await sql`update files set sha256 = ${'cd'.repeat(32)}, bytes = 2 where document_id = ${first} and edition = 2`
    const slips = await listSlips(sql, { id: owner, name: 'Tamsin', roles: ['clerk'] }, { document: first, before: null, most: 10 })
    expect(slips.map(slip => [slip.sha256, slip.bytes])).toEqual([
      ['cd'.repeat(32), 2],
      [blob, 1],
    ])
  })
})
