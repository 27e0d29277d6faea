import { describe, expect, it } from 'vitest'
import { documentBuilt } from '../../flow/build'
import { abandonBatch, completeBatch, reopenBatch } from '../../flow/complete'
import { answerPage } from '../../flow/correct'
import { retrySlip, slipDelivered, slipRefused } from '../../flow/deliver'
import { pageExamined } from '../../flow/examine'
import { documentFilled, enterFields } from '../../flow/fill'
import { holdBatch, resumeBatch } from '../../flow/hold'
import { loadEnded } from '../../flow/load'
import { documentRead } from '../../flow/read'
import { firstPicture, noteLostSides } from '../../flow/receive'
import { splitBatch } from '../../flow/split'
import { addLoad } from '../../flow/start'
import { ledgerOfBatch } from '../../store/batches/ledger'
import { findLoad } from '../../store/batches/loads'
import { documentsOfBatch, pagesOfBatch, showBatch } from '../../store/batches/show'
import { findDocument } from '../../store/documents/read'
import { listQuestions } from '../../store/pages/questions'
import { sidesOfLoad } from '../../store/pages/sidesOfLoad'
import { pageToExamine } from '../../store/pages/toExamine'
import { personByPassword } from '../../store/people/people'
import { findSlip } from '../../store/slips/toDeliver'
import {
  batch,
  blank,
  blob,
  by,
  code,
  device,
  examined,
  examineAll,
  fillAll,
  flow,
  idOf,
  jobs,
  load,
  ownDatabase,
  owner,
  receive,
  sorted,
  sql,
  unread,
  useLoad,
} from './harness'

ownDatabase()

describe('the first picture of a load', () => {
  it('shows its first side until that is examined, and never over the one that is kept', async () => {
    await receive()
    await receive()
    await firstPicture(sql, load, 'cd'.repeat(32))
    expect((await pagesOfBatch(sql, batch)).map(page => [page.picture, page.examined])).toEqual([
      ['cdcdcdcd', false],
      [null, false],
    ])
    await examineAll([{}, blank])
    await firstPicture(sql, load, 'ef'.repeat(32))
    expect((await pagesOfBatch(sql, batch)).map(page => page.picture)).toEqual(['abababab', 'abababab'])
  })
})

describe('sides and sheets', () => {
  const places = async () =>
    (await pagesOfBatch(sql, batch)).map(({ position, sheet, side, half }) => [position, sheet, side, half].filter(Boolean).join(' '))

  it('an opened book gives two pages of one side, in reading order', async () => {
    await receive(1, {
      twoSided: false,
      sides: [
        { page: 1, halves: [null] },
        { page: 2, halves: ['right', 'left'] },
        { page: 3, halves: [null] },
      ],
    })
    expect(await places()).toEqual(['1 1 front', '2 2 front right', '3 2 front left', '4 3 front'])
    expect(await sidesOfLoad(sql, load)).toBe(3)
  })

  it('cards on the glass are front and back over successive loads', async () => {
    for (let side = 1; side <= 3; side++) {
      await receive(1, { twoSided: false, paired: true })
      await loadEnded(flow, (await findLoad(sql, load))!, 'ended', null)
      await addLoad(flow, by, batch, device)
      await useLoad()
    }
    expect(await places()).toEqual(['1 1 front', '2 1 back', '3 2 front'])
  })
})

describe('steps that run twice', () => {
  it('sides follow each other, each with one examination, lost ones with their reason, and a load may not run beside another', async () => {
    expect(await jobs('receive')).toEqual([{ load }])
    expect(await addLoad(flow, by, batch, device)).toBe(false)
    await receive()
    await receive(3)
    const pages = await pagesOfBatch(sql, batch)
    expect(pages.map(page => [page.position, page.sheet, page.side])).toEqual([
      [1, 1, 'front'],
      [2, 1, 'back'],
      [3, 2, 'front'],
      [4, 2, 'back'],
    ])
    expect(await jobs('examine')).toHaveLength(4)
    await noteLostSides(flow, { id: load, batch_id: batch }, 1, true, 'Device')
    expect((await pagesOfBatch(sql, batch))[4]).toMatchObject({ position: 5, sheet: 3, side: 'front', examined: true, picture: null })
    expect(await jobs('examine')).toHaveLength(4)
  })

  it('splitting waits for the last side and for the word that all paper is in', async () => {
    await receive()
    expect(await completeBatch(flow, by, batch)).toBe(false)
    await loadEnded(flow, (await findLoad(sql, load))!, 'ended', null)
    expect(await completeBatch(flow, by, batch)).toBe(true)
    expect(await jobs('split')).toEqual([])
    await examineAll([code('MP26-04217')])
    expect(await jobs('split')).toEqual([{ batch }])
  })

  it('a split batch is split no more once it is being read, and its ledger adds up', async () => {
    await sorted(code('MP26-04217'), blank, {}, blank, code('MP26-04218'), blank)
    const [first] = await documentsOfBatch(sql, batch)
    expect(first).toMatchObject({ position: 1, type: 'permit', barcode: 'MP26-04217' })
    expect(await jobs('read')).toHaveLength(2)
    await sql`update pages set read_at = now() where batch_id = ${batch}`
    await documentRead(flow, (await findDocument(sql, first!.id))!)
    await documentRead(flow, (await findDocument(sql, first!.id))!)
    expect(await jobs('fill')).toHaveLength(1)
    await splitBatch(flow, batch)
    expect((await documentsOfBatch(sql, batch))[0]!.id).toBe(first!.id)
    expect((await ledgerOfBatch(sql, batch)).totals).toEqual({ scanned: 6, kept: 3, blank: 3, separator: 0, unreadable: 0, held: 0 })
  })

  it('a document gets its files and slips once, and is sent when the last slip is', async () => {
    await sorted(code('MP26-04217'), blank)
    const id = (await documentsOfBatch(sql, batch))[0]!.id
    const document = async () => (await findDocument(sql, id))!
    await sql`update pages set read_at = now() where document_id = ${id}`
    await documentRead(flow, await document())
    await documentFilled(flow, await document(), { type: null, why: null }, { fields: {}, candidates: {}, missing: [] }, {})
    expect((await showBatch(sql, batch))!.state).toBe('to index')
    expect(await enterFields(flow, by, await document(), { fields: {}, confirm: true })).toBeNull()
    expect(await enterFields(flow, by, await document(), { fields: {}, confirm: true })).toContain('no longer open')
    expect((await showBatch(sql, batch))!.state).toBe('sending')
    const files = [{ name: 'a.pdf', format: 'pdf' as const, mediaType: 'application/pdf', bytes: 1, sha256: blob }]
    await documentBuilt(flow, await document(), files, [{ to: 'somewhere', folder: '', people: [], files: null }])
    await documentBuilt(flow, await document(), files, [{ to: 'somewhere', folder: '', people: [], files: null }])
    const [job] = (await jobs('deliver')) as { slip: number }[]
    expect(await jobs('deliver')).toHaveLength(1)
    const slip = (await findSlip(sql, job!.slip))!
    expect(await retrySlip(flow, by, slip)).toBe(false)
    await slipRefused(flow, slip, 'The folder is not there.', true)
    expect(await retrySlip(flow, by, slip)).toBe(true)
    await slipDelivered(flow, slip, '/a.pdf', 'taken')
    await slipDelivered(flow, slip, '/b.pdf', 'taken')
    expect((await findDocument(sql, id))!.state).toBe('sent')
    expect((await showBatch(sql, batch))!.state).toBe('done')
    expect(await abandonBatch(flow, by, batch)).toBe(false)
  })
})

describe('a person', () => {
  it('is asked once for each doubtful page, with the last good value, and the last answer sends the batch on', async () => {
    await sorted(code('MP26-04217'), blank, unread, blank, {}, blank)
    expect((await showBatch(sql, batch))!.state).toBe('to fix')
    const { questions } = await listQuestions(sql, { id: owner, name: 'Tamsin', roles: ['clerk'] }, batch, 50)
    expect(questions).toMatchObject([{ position: 3, lastValue: 'MP26-04217', spot: { x: 6, y: 0.5 } }])
    const page = { id: questions[0]!.id, batch }
    await sql`delete from pgboss.job`
    expect(await answerPage(flow, by, page, { as: 'code', value: 'MP26-04218' })).toBe('done')
    expect(await answerPage(flow, by, page, { as: 'start' })).toBe('nothing')
    expect((await documentsOfBatch(sql, batch)).map(document => document.barcode)).toEqual(['MP26-04217', 'MP26-04218'])
    expect((await pagesOfBatch(sql, batch)).map(found => found.document)).toEqual([1, null, 2, null, 2, null])
  })

  it('may have more paper join until a document is sent; what would follow a confirmed one waits', async () => {
    await sorted(code('MP26-04217'), blank)
    await fillAll()
    await enterFields(flow, by, (await findDocument(sql, (await documentsOfBatch(sql, batch))[0]!.id))!, { fields: {}, confirm: true })
    expect(await reopenBatch(flow, by, batch)).toBe(true)
    await addLoad(flow, by, batch, device)
    await useLoad()
    for (let side = 0; side < 4; side++) await receive()
    await loadEnded(flow, (await findLoad(sql, load))!, 'ended', null)
    await completeBatch(flow, by, batch)
    for (const page of (await pagesOfBatch(sql, batch)).slice(2))
      await pageExamined(flow, (await pageToExamine(sql, page.id))!, examined(page.side === 'back' ? blank : {}))
    await splitBatch(flow, batch)
    expect((await pagesOfBatch(sql, batch)).map(page => `${page.fate?.[0]}${page.document ?? ''}${page.asks ? '?' : ''}`).join(' ')).toBe(
      'k1 b h? b h b',
    )
    expect(await answerPage(flow, by, { id: await idOf(3), batch }, { as: 'start' })).toBe('done')
    expect((await documentsOfBatch(sql, batch)).map(document => document.state)).toEqual(['indexed', 'open'])
    await sql`update documents set state = 'sent' where batch_id = ${batch} and state = 'indexed'`
    expect(await reopenBatch(flow, by, batch)).toBe(false)
  })

  it('may have a held batch go on: what is not done is asked for again', async () => {
    await sorted(code('MP26-04217'), blank)
    await sql`delete from pgboss.job`
    await holdBatch(flow, batch, 'Reading stopped.')
    expect(await showBatch(sql, batch)).toMatchObject({ state: 'held', trouble: 'Reading stopped.' })
    expect(await resumeBatch(flow, by, batch)).toBe(true)
    expect(await resumeBatch(flow, by, batch)).toBe(false)
    expect((await showBatch(sql, batch))!.state).toBe('sorting')
    expect(await jobs('read')).toHaveLength(1)
  })

  it('is known by the right password only', async () => {
    expect(await personByPassword(sql, 'Tamsin', 'right')).toMatchObject({ name: 'Tamsin', roles: ['clerk'] })
    expect(await personByPassword(sql, 'Tamsin', 'wrong')).toBeNull()
    expect(await personByPassword(sql, 'Nobody', 'nobody')).toBeNull()
  })
})

it('the tables refuse what must never be', async () => {
  await receive()
  await expect(sql`update pages set fate = 'kept' where batch_id = ${batch}`).rejects.toThrow('check')
  await expect(sql`update batches set state = 'lost' where id = ${batch}`).rejects.toThrow('check')
  await expect(sql`insert into loads (batch_id, device_id) values (${batch}, ${device})`).rejects.toThrow('one_running_load')
})
