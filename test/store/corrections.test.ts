import { describe, expect, it } from 'vitest'
import { correctBatch, correctionsOf, redoCorrection, undoCorrection } from '../../store/batches/correct'
import { documentsOfBatch, showBatch } from '../../store/batches/show'
import { splitBatch } from '../../store/batches/split'
import { enterFields } from '../../store/documents/fill'
import { documentRead, findDocument, pageRead } from '../../store/documents/read'
import { pageExamined, pageToExamine } from '../../store/pages/examined'
import { batch, blank, blob, code, evidence, fillAll, idOf, jobs, owner, queue, sorted, sql } from './harness'

describe('corrections', () => {
  const documents = async () => (await documentsOfBatch(sql, batch)).map(document => [document.id, document.barcode])

  it('keep the row and the values of a document whose first page stays, and read only what is new', async () => {
    await sorted(code('MP26-04217'), blank, {}, blank, code('MP26-04218'), blank)
    await fillAll()
    expect((await showBatch(sql, batch))!.state).toBe('to index')
    const before = await documents()
    await sql`delete from pgboss.job`
    expect(await correctBatch(sql, queue, batch, { do: 'start', page: await idOf(3) }, owner)).toBe('done')
    const after = await documents()
    expect([after[0], after[2]]).toEqual(before)
    expect(await jobs('read')).toEqual([{ document: after[1]![0] }])
    expect((await documentsOfBatch(sql, batch))[0]!.fields.note!.value).toBe('typed')
    expect((await showBatch(sql, batch))!.state).toBe('sorting')
    // The machine is reading the new document; undoing need not wait for it.
    expect(await undoCorrection(sql, queue, batch)).toBe('done')
    expect(await documents()).toEqual(before)
    expect(await undoCorrection(sql, queue, batch)).toBe('nothing')
    expect(await redoCorrection(sql, queue, batch)).toBe('done')
    expect(await documents()).toHaveLength(3)
  })

  it('leave a document that is still to be read as it is, or make a new one: reading must not end on other pages', async () => {
    await sorted(code('MP26-04217'), blank, {}, blank, code('MP26-04218'), blank)
    const before = await documents()
    await correctBatch(sql, queue, batch, { do: 'start', page: await idOf(3) }, owner)
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
    expect(await enterFields(sql, queue, first, {}, owner, true)).toBeNull()
    await expect(correctBatch(sql, queue, batch, { do: 'start', page: await idOf(3) }, owner)).rejects.toThrow('Document 1 is confirmed already')
    await expect(correctBatch(sql, queue, batch, { do: 'join', page: await idOf(5) }, owner)).rejects.toThrow('Document 1 is confirmed already')
    expect(await correctBatch(sql, queue, batch, { do: 'set-aside', pages: [999_999] }, owner)).toBe('nothing')
    expect(await correctionsOf(sql, batch)).toEqual({ undo: 0, redo: 0 })
  })

  it('have a page that was turned examined again, and again when that is undone', async () => {
    await sorted(code('MP26-04217'), blank, {}, blank)
    await fillAll()
    await sql`delete from pgboss.job`
    const id = await idOf(3)
    await correctBatch(sql, queue, batch, { do: 'rotate', pages: [id], degrees: 90 }, owner)
    expect(await jobs('examine')).toEqual([{ page: id }])
    const stale = (await pageToExamine(sql, id))!
    expect(stale.turned).toBe(90)
    // Nor are words kept that were read from the picture that lies wrong.
    await sql`update documents set read_at = null where batch_id = ${batch}`
    await pageRead(sql, { id, page_blob: blob, dpi: 200 }, batch, [])
    const [document] = await documentsOfBatch(sql, batch)
    await documentRead(sql, queue, (await findDocument(sql, document!.id))!)
    expect(await jobs('fill')).toEqual([])
    await pageExamined(sql, queue, stale, { evidence: evidence(), mono: true, colour: 'mono', bytes: 1000, bornDigital: false, pageBlob: blob, thumbnailBlob: blob, words: null })
    await splitBatch(sql, queue, batch)
    await fillAll()
    expect(await undoCorrection(sql, queue, batch)).toBe('done')
    // What an examination of the page as it was before still answers is no longer taken.
    await pageExamined(sql, queue, stale, { evidence: evidence(), mono: true, colour: 'mono', bytes: 1000, bornDigital: false, pageBlob: blob, thumbnailBlob: blob, words: null })
    expect((await pageToExamine(sql, id))!).toMatchObject({ turned: 0, done: false })
  })
})
