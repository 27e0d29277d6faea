import { describe, expect, it } from 'vitest'
import { correctBatch, redoCorrection, undoCorrection } from '../../flow/correct'
import { pageExamined } from '../../flow/examine'
import { enterFields } from '../../flow/fill'
import { documentRead, pageRead } from '../../flow/read'
import { splitBatch } from '../../flow/split'
import { correctionsOf } from '../../store/batches/corrections'
import { documentsOfBatch, showBatch } from '../../store/batches/show'
import { findDocument } from '../../store/documents/read'
import { pageToExamine } from '../../store/pages/toExamine'
import { batch, blank, blob, by, code, examined, fillAll, flow, idOf, jobs, ownDatabase, sorted, sql } from './harness'

ownDatabase()

describe('corrections', () => {
  const documents = async () => (await documentsOfBatch(sql, batch)).map(document => [document.id, document.barcode])

  it('keep the row and the values of a document whose first page stays, and read only what is new', async () => {
    await sorted(code('MP26-04217'), blank, {}, blank, code('MP26-04218'), blank)
    await fillAll()
    expect((await showBatch(sql, batch))!.state).toBe('to index')
    const before = await documents()
    await sql`delete from pgboss.job`
    expect(await correctBatch(flow, by, batch, { do: 'start', page: await idOf(3) })).toBe('done')
    const after = await documents()
    expect([after[0], after[2]]).toEqual(before)
    expect(await jobs('read')).toEqual([{ document: after[1]![0] }])
    expect((await documentsOfBatch(sql, batch))[0]!.fields.note!.value).toBe('typed')
    expect((await showBatch(sql, batch))!.state).toBe('sorting')
    // The machine is reading the new document; undoing need not wait for it.
    expect(await undoCorrection(flow, by, batch)).toBe('done')
    expect(await documents()).toEqual(before)
    expect(await undoCorrection(flow, by, batch)).toBe('nothing')
    expect(await redoCorrection(flow, by, batch)).toBe('done')
    expect(await documents()).toHaveLength(3)
  })

  it('leave a document that is still to be read as it is, or make a new one: reading must not end on other pages', async () => {
    await sorted(code('MP26-04217'), blank, {}, blank, code('MP26-04218'), blank)
    const before = await documents()
    await correctBatch(flow, by, batch, { do: 'start', page: await idOf(3) })
    const after = await documents()
    expect(after).toHaveLength(3)
    expect(after[2]).toEqual(before[1])
    expect(after[0]![0]).not.toBe(before[0]![0])
    expect(await findDocument(sql, before[0]![0] as number)).toBeNull()
  })

  it('touch no document that is confirmed, and no page of another batch', async () => {
    await sorted(code('MP26-04217'), blank, {}, blank, code('MP26-04218'), blank)
    await fillAll()
    const first = (await findDocument(sql, (await documentsOfBatch(sql, batch))[0]!.id))!
    expect(await enterFields(flow, by, first, { fields: {}, confirm: true })).toBeNull()
    await expect(correctBatch(flow, by, batch, { do: 'start', page: await idOf(3) })).rejects.toThrow('Document 1 is confirmed already')
    await expect(correctBatch(flow, by, batch, { do: 'join', page: await idOf(5) })).rejects.toThrow('Document 1 is confirmed already')
    expect(await correctBatch(flow, by, batch, { do: 'set-aside', pages: [999_999] })).toBe('nothing')
    expect(await correctionsOf(sql, batch)).toEqual({ undo: 0, redo: 0 })
  })

  it('wait until a page that was turned is examined again, whoever confirms another document meanwhile', async () => {
    await sorted(code('MP26-04217'), blank, {}, blank, code('MP26-04218'), blank)
    await fillAll()
    const [first, second] = await documentsOfBatch(sql, batch)
    const turned = await idOf(3)
    expect(await correctBatch(flow, by, batch, { do: 'rotate', pages: [turned], degrees: 180 })).toBe('done')
    const state = async () => (await showBatch(sql, batch))!.state
    expect(await enterFields(flow, by, (await findDocument(sql, second!.id))!, { fields: {}, confirm: true })).toBeNull()
    expect(await state()).toBe('sorting')
    // What it holds is not known: it would be a side that cannot be read, and its document another one.
    expect(await correctBatch(flow, by, batch, { do: 'start', page: turned })).toBe('busy')
    await pageExamined(flow, (await pageToExamine(sql, turned))!, examined())
    await splitBatch(flow, batch)
    await fillAll()
    expect(await state()).toBe('to index')
    expect((await documentsOfBatch(sql, batch)).map(document => [document.id, document.state])).toEqual([
      [first!.id, 'open'],
      [second!.id, 'indexed'],
    ])
  })

  it('do not turn a page of which what was scanned is gone, and turn nothing with it', async () => {
    await sorted(code('MP26-04217'), blank, {}, blank)
    await fillAll()
    await sql`update pages set blob = null, digest = blob where id = ${await idOf(3)}`
    await sql`delete from pgboss.job`
    const pages = [await idOf(1), await idOf(3)]
    await expect(correctBatch(flow, by, batch, { do: 'rotate', pages, degrees: 90 })).rejects.toThrow('What was scanned of page 3 is no')
    expect(await correctionsOf(sql, batch)).toEqual({ undo: 0, redo: 0 })
    expect(await jobs('examine')).toEqual([])
    expect(await correctBatch(flow, by, batch, { do: 'set-aside', pages: [pages[1]!] })).toBe('done')
  })

  it('have a page that was turned examined again, and again when that is undone', async () => {
    await sorted(code('MP26-04217'), blank, {}, blank)
    await fillAll()
    await sql`delete from pgboss.job`
    const id = await idOf(3)
    await correctBatch(flow, by, batch, { do: 'rotate', pages: [id], degrees: 90 })
    expect(await jobs('examine')).toEqual([{ page: id }])
    const stale = (await pageToExamine(sql, id))!
    expect(stale.turned).toBe(90)
    // Nor are words kept that were read from the picture that lies wrong.
    await sql`update documents set read_at = null where batch_id = ${batch}`
    await pageRead(flow, { id, page_blob: blob }, batch, [])
    const [document] = await documentsOfBatch(sql, batch)
    await documentRead(flow, (await findDocument(sql, document!.id))!)
    expect(await jobs('fill')).toEqual([])
    await pageExamined(flow, stale, examined())
    await splitBatch(flow, batch)
    await fillAll()
    expect(await undoCorrection(flow, by, batch)).toBe('done')
    // What an examination of the page as it was before still answers is no longer taken.
    await pageExamined(flow, stale, examined())
    expect((await pageToExamine(sql, id))!).toMatchObject({ turned: 0, done: false })
  })
})
